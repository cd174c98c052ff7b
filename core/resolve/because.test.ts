/** Sentences about where sizes come from: of every copy of every piece of the demos. */
import { readdirSync, readFileSync } from 'node:fs'
import { readProject, type Direction } from '../document'
import { modelOf } from '../model'
import { AXIS_OF, type RoomSide } from '../pieces'
import { keyOf, SIZES } from './keys'

const SIDES: Readonly<Record<RoomSide, readonly [Direction, 'min' | 'max']>> = {
  left: ['across', 'min'],
  right: ['across', 'max'],
  front: ['deep', 'min'],
  back: ['deep', 'max'],
  bottom: ['up', 'min'],
  top: ['up', 'max'],
}

const demos = readdirSync('demo').filter((f) => f.endsWith('.json'))
test.each(demos)('%s: sums come out, say nothing of nothing, and name places where copies stand', (file) => {
  const read = readProject(readFileSync(`demo/${file}`, 'utf8'))
  if (!read.ok) throw new Error(read.why)
  const { resolved } = modelOf(read.project)
  for (const { id, instances } of resolved.pieces)
    for (const i of instances)
      for (const size of SIZES) {
        const b = resolved.because(keyOf.finished(id, size), i.index)
        if (!b) continue
        const sum = b.parts.reduce((n, p) => n + (p.op === '−' ? -p.value : p.value), 0)
        if (b.parts.length > 1 && b.parts.every((p) => p.op !== '·'))
          expect([i.name, size, sum]).toEqual([i.name, size, expect.closeTo(b.value, 6)])
        for (const p of b.parts) {
          if (p.goes) expect([i.name, p.label, Math.abs(p.value) > 1e-6]).toEqual([i.name, p.label, true])
          const [, of, direction] = /^place\.([^.]+)\.(\w+)$/.exec(p.key ?? '') ?? []
          const side = SIDES[p.label.split('·').at(-1) as RoomSide]
          const others = resolved.byId.get(of ?? '')?.instances ?? []
          if (!side || side[0] !== direction || others.length === 0 || !i.square) continue
          const places = others.map((o) => o.box[side[1]][AXIS_OF[side[0]]])
          expect([i.name, p.label, places.some((at) => Math.abs(at - p.value) < 1e-6)]).toEqual([
            i.name,
            p.label,
            true,
          ])
        }
      }
})
