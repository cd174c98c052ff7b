import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { edgeAt, freeId, change, execute, type Change, type Project } from './document'
import { openProject } from './exchange'
import { modelOf, Modeller, type Model } from './model'
import { keyOf, sayBecause, SIZES } from './resolve'
import { lookOver } from './proof'
import { runs } from './testing/runs'

const demo = (name: string): Project => {
  const read = openProject(readFileSync(new URL(`../demo/${name}.json`, import.meta.url), 'utf8'))
  if (!read.ok) throw new Error(read.why)
  return read.project
}

/** All that anything downstream reads of a model. */
const seen = (m: Model) => ({
  instances: m.resolved.instances.map((i) => [i.key, i.name, i.facing.id, i.box, i.grown, i.frame, i.size]),
  work: m.resolved.instances.map((i) => m.features(i)),
  recipes: m.resolved.instances.map((i) => m.recipe(i)),
  groups: m.resolved.groups.map((g) => g.boxes),
  joints: m.resolved.joints.map((j) => j.values),
  problems: lookOver(m)
    .map((p) => `${p.level} ${p.says}`)
    .sort(),
  supplies: m.supplies,
  becauses: [
    ...m.resolved.instances.flatMap((i) => SIZES.map((s) => [keyOf.finished(i.piece, s), i.index] as const)),
    ...m.project.parameters.map((p) => [keyOf.parameter(p.id), 1] as const),
    ...m.project.joints.flatMap((j) => Object.keys(j.fields).map((f) => [keyOf.joint(j.id, f), 1] as const)),
  ].map(([key, copy]) => {
    const b = m.resolved.because(key, copy)
    return b ? sayBecause(b, m.project) : null
  }),
})

/** Edits that a maker might make, some of them slips: each picks what it changes by a number. */
const edits: Array<(p: Project, n: number) => Change | null> = [
  (p, n) => {
    const parameter = p.parameters[n % Math.max(1, p.parameters.length)]
    return parameter
      ? change.setParameter({ id: parameter.id, expression: `${parameter.expression} + ${n % 7}/8` })
      : null
  },
  (p, n) => {
    const made = p.pieces.filter((x) => x.kind === 'made')
    const piece = made[n % made.length]!
    const direction = (['across', 'deep', 'up'] as const)[n % 3]!
    const fact = Object.keys(piece.spans[direction])[0] as 'start' | undefined
    return fact
      ? change.setFact({
          id: piece.id,
          direction,
          fact,
          text: `${piece.spans[direction][fact]} + ${(n % 9) - 4}/16`,
        })
      : null
  },
  (p, n) => {
    const joint = p.joints[n % Math.max(1, p.joints.length)]
    const field = joint && Object.keys(joint.fields)[n % Math.max(1, Object.keys(joint.fields).length)]
    return joint && field
      ? change.setJointField({ ids: [joint.id], field, value: ['1/4', '5', '', '1 1/', '2'][n % 5]! })
      : null
  },
  (p, n) => {
    const stock = p.stock[n % p.stock.length]!
    return change.setStock({ id: stock.id, changes: { thickness: `${stock.thickness} + ${n % 3}/32` } })
  },
  (_, n) => change.setSettings({ fit: ['0', '0.2', '1/64', 'x'][n % 4]!, kerf: ['2', '3'][n % 2]! }),
  (p, n) => {
    const piece = p.pieces[n % p.pieces.length]!
    return change.renamePiece({ id: piece.id, name: `Renamed ${n}` })
  },
  (p, n) => change.setStock({ id: p.stock[n % p.stock.length]!.id, changes: { name: `Stock ${n}` } }),
  (p, n) => (p.parameters[0] ? change.renameParameter({ id: p.parameters[0].id, name: `called${n}` }) : null),
  (p, n) => (p.joints.length > 1 ? change.removeJoints({ ids: [p.joints[n % p.joints.length]!.id] }) : null),
  (p, n) => {
    const piece = p.pieces.filter((x) => x.kind === 'made')[n % 3]!
    return change.setTilts({
      id: piece.id,
      tilts: n % 2 ? [{ at: edgeAt('back', 'edge1'), angle: `${n % 20}deg` }] : [],
    })
  },
  (p, n) =>
    p.groups[0]
      ? change.addPlacement({
          id: p.groups[0].id,
          placement: {
            id: freeId(
              'c',
              p.groups[0].placements.map((x) => x.id),
            ),
            ...(n % 2
              ? { kind: 'mirrored' as const, direction: 'across' as const, about: '-40' }
              : { kind: 'moved' as const, turns: ['up' as const], across: '900' }),
          },
        })
      : null,
  (p, n) => {
    // A circle: two pieces that start where the other ends.
    const [a, b] = p.pieces.filter((x) => x.kind === 'made')
    return n % 4 === 0
      ? change.setFact({ id: a!.id, direction: 'up', fact: 'start', text: `@${b!.id}.top`, instead: 'end' })
      : null
  },
  (p, n) => (p.pieces.length > 3 ? change.removePiece({ id: p.pieces[n % p.pieces.length]!.id }) : null),
]

test.each(['seed-cabinets', 'cold-frame', 'potting-stool', 'seed-packet-drawers'])(
  'after any edits of %s, and taking them back, working out what changed gives what all gives',
  (name) => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(edits.length - 1), fc.nat(1000)), { minLength: 1, maxLength: 8 }),
        (steps) => {
          const modeller = new Modeller()
          const history = [demo(name)]
          modeller.model(history[0]!)
          for (const [which, n] of steps) {
            const edit = edits[which]!(history.at(-1)!, n)
            const done = edit && execute(history.at(-1)!, edit)
            if (!done?.ok) continue
            history.push(done.project)
            expect(seen(modeller.model(done.project))).toEqual(seen(modelOf(done.project)))
          }
          // Undone step by step, it is what it was.
          for (const project of history.reverse())
            expect(seen(modeller.model(project))).toEqual(seen(modelOf(project)))
        },
      ),
      { numRuns: runs(12) },
    )
  },
)
