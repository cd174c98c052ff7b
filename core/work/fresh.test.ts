import fc from 'fast-check'
import { change, onFace, type Step } from '../document'
import { modelOf } from '../model'
import { vec3 } from '../pieces'
import { proofOf } from '../proof'
import type { Kernel } from '../solid'
import { make, block, testKernel } from '../testing/scenario'
import { runs } from '../testing/runs'
import { startOf } from './preset'
import { ownWork, PRESETS } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** What waits for a bit, for another piece, for a drawing or for a larger block cannot stand by itself. */
const WAITS = new Set(['router-profile', 'mortise', 'outline', 'turn', 'bend'])

const board = fc.record({
  size: fc.tuple(
    fc.integer({ min: 150, max: 900 }),
    fc.integer({ min: 40, max: 300 }),
    fc.integer({ min: 6, max: 45 }),
  ),
  unit: fc.constantFrom('in' as const, 'mm' as const),
  share: fc.tuple(
    fc.double({ min: 0.1, max: 0.9, noNaN: true }),
    fc.double({ min: 0.1, max: 0.9, noNaN: true }),
  ),
})

test.each(PRESETS.filter((p) => !WAITS.has(p.id)).map((p) => [p.name, p] as const))(
  '%s fits the wood it is first put on, wherever it was pressed',
  (_, preset) => {
    const own = ownWork(preset.kind)!
    fc.assert(
      fc.property(board, fc.constantFrom(...own.faces), ({ size, unit, share }, face) => {
        // The same board in quarters of an inch, or in millimetres.
        const [l, w, t] = size.map((mm) => (unit === 'in' ? Math.round(mm / 6) / 4 : mm)) as [
          number,
          number,
          number,
        ]
        const mm = vec3((i) => [l, w, t][i]! * (unit === 'in' ? 25.4 : 1))
        const at = vec3((i) => mm[i] * (i === 0 ? share[0] : share[1]))
        const { fields, options } = startOf(own, preset, { face, unit, size: mm, at })
        const around: Record<string, string> = own.options.some((o) => o.name === 'edges')
          ? { edges: 'around' }
          : {}
        const step: Step = {
          id: 'w1',
          kind: preset.kind,
          off: false,
          at: onFace(face),
          fields,
          options: { ...options, ...around },
        }
        const project = make(
          [...block('a', 'right-up', [0, l], [0, w], [0, t]), change.addStep({ on: 'a', step })],
          unit,
        )
        const model = modelOf(project)
        const wrong = proofOf(model, kernel).filter((p) => p.level === 'stop')
        expect([model.resolved.failures.map((f) => f.says), wrong.map((p) => p.says)]).toEqual([[], []])
      }),
      {
        numRuns: runs(12),
        // As wide as it is thick, all but: a slot on its end is narrower than it is long.
        examples: [[{ size: [150, 40, 39], unit: 'in', share: [0.1, 0.1] }, own.faces.at(-1)!]],
      },
    )
  },
)
