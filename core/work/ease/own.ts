/** Edges that a maker rounds or clips: which ones, and how much. */
import { BIT_SHAPES } from '../../rack'
import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { AXES, FACE_AT, faceAt, type Axis, type Vec3 } from '../../pieces'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from '../own'
import { SIX } from '../onface'
import { faceUnder, hiddenSides, imageOfRun, noRim, runInto, runOn, sayRun, type Going } from '../runs'
import type { Vec2 } from '../tool'
import type { Ease } from './ease'
import { usual } from '../fresh'
import { presets } from './presets'

/** A file, or a plane, gets so near to an inside corner: as a bit with a bearing as small would. */
const BY_HAND: Mm = 0.5

const profileOf = (form: Ease['form'], size: number, off: number): Vec2[] => {
  const shape = BIT_SHAPES[form === 'round' ? 'round-over' : 'chamfer']!
  const profile = shape.profile(form === 'round' ? { radius: size } : { height: size, angle: 45 })
  return (profile as Vec2[]).map(([d, z]) => [off + d, z])
}

function resolve({ face, on: made, sides, values, chosen, say }: StepInput, wood: Wood): Ease | CannotMake {
  const { name, size: wide } = wood
  if (made?.round) return noRim(made, name)
  const [size, bearing] = [values.size ?? 0, values.bearing ?? 0]
  const form = chosen('form') as Ease['form']
  if (size <= 0) return CannotMake.of('size', `The edges of ${name} are to be eased by more than nothing`)
  if (bearing < 0) return CannotMake.of('bearing', 'A bearing is no smaller than nothing')
  const least = Math.min(...wide)
  if (size > least)
    return CannotMake.of(
      'size',
      `${say(size)} is more than ${name} is thick, which is ${say(least)}: no edge would be left`,
    )
  const which = made ? 'around' : chosen('edges')
  const off = bearing > 0 ? bearing / 2 : BY_HAND
  const go = (on: FaceName, along: readonly FaceName[], loops: Going['loops']): Going => ({
    face: on,
    sides: along,
    loops,
    holes: chosen('bores') === 'too',
    sharp: true,
    corner: form,
    off,
    depth: size,
    short: [0, 0],
    profile: profileOf(form, size, off),
  })
  const on = which === 'every' ? 'face' : face
  const loops = which === 'outside' || which === 'inside' ? which : 'all'
  const goings: Going[] =
    which === 'every'
      ? [
          go('face', [], 'all'),
          go('back', [], 'all'),
          ...(['end1', 'end2'] as const).map((end) => go(end, ['edge1', 'edge2'], 'outside')),
        ]
      : [go(face, sides, sides.length > 0 ? 'outside' : loops)]
  const seen = which === 'every' ? goings.filter((g) => !hiddenSides(wood).includes(g.face)) : goings
  if (seen.length === 0) return new CannotMake(`All edges of ${name} go into joints`, 'look')
  const runs = seen.map((g) => runOn(g, wood, made !== null))
  const crowds = which === 'inside' ? Infinity : between(seen, wide)
  return {
    form,
    size,
    face: on,
    says: made ? `all round ${made.says}` : which === 'every' ? EVERY : sayRun(runs[0]!),
    runs,
    ...(made && { on: made }),
    ...(2 * size > crowds + 1e-6 && { crowds }),
  }
}

/** How wide the wood is at its narrowest between two edges that are eased, on one face or on two. */
function between(goings: readonly Going[], size: Vec3): Mm {
  const faces = goings.map((g) => g.face)
  const facing = AXES.filter((i) => [false, true].every((far) => faces.includes(faceAt(i, far))))
  const across = goings.flatMap((g) => {
    const [u, v] = AXES.filter((i) => i !== FACE_AT[g.face].axis) as [Axis, Axis]
    const runs = (i: Axis) =>
      g.sides.length === 0 || [false, true].every((far) => g.sides.includes(faceAt(i, far)))
    return [u, v].filter(runs)
  })
  return Math.min(...[...facing, ...across].map((i) => size[i]), Infinity)
}

const EVERY = 'all edges'

export const own: OwnDefinition<Ease> = {
  title: 'Eased edge',
  faces: SIX,
  runs: true,
  seated: true,
  measures: {
    size: { label: 'Size' },
    bearing: { label: 'Bearing diameter', placeholder: 'by hand', text: '0' },
  },
  choices: {
    form: { label: 'Profile', values: { round: 'rounded', clip: 'clipped at 45°' } },
    edges: {
      label: 'Edges',
      values: {
        every: 'all, front and back',
        around: 'of one face, all round',
        outside: 'of one face, outside',
        inside: 'of one face, round openings',
      },
    },
    bores: { label: 'Round holes', values: { left: 'left sharp', too: 'eased too' } },
  },
  hiddenChoices: ({ edges }) => (edges === 'outside' ? ['bores'] : []),
  placeless: ({ edges }) => (edges ?? 'every') === 'every',
  starts: (on) => {
    const thin = on.size && Math.min(...on.size) / 3
    return { fields: { size: usual(on, 1 / 8, 3, thin) }, options: {} }
  },
  presets,
  roles: [],
  resolve,
  carry: (e, from, to) => {
    const runs = e.runs.map((r) => runInto(to.frame, from, r))
    return {
      ...e,
      runs,
      face: faceUnder(runs[0]!),
      says: e.on || e.says === EVERY ? e.says : sayRun(runs[0]!),
    }
  },
  flats: () => [],
  mirrored: imageOfRun,
}
