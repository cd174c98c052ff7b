/** What a maker saws to an outline of his own, seen on a face and cut right through. */
import { regionsOf } from '../../outline'
import { faceAt, mainAxis, negated, type Frame } from '../../pieces'
import { boundsOf, drawnOn, imageDrawn, woodIn } from '../drawn'
import { SIX } from '../onface'
import { CannotMake, type StepInput, type OwnDefinition, type Role, type Wood } from '../own'
import { ROWS_AND_IMAGES } from '../repeat'
import { sparedBy } from '../spared'
import { sweptSides } from '../surfaces'
import { frameInto } from '../tool'
import type { Shaped } from './shaped'
import { presets } from './presets'

function resolve(asked: StepInput, wood: Wood): Shaped | CannotMake {
  const drawn = drawnOn(asked, wood, 'shape')
  if (drawn instanceof CannotMake) return drawn
  const keeps = asked.chosen('keeps') as Shaped['keeps']
  const thick = wood.shoulder.max[mainAxis(drawn.frame.z)] - wood.shoulder.min[mainAxis(drawn.frame.z)]
  const [from, to] = [asked.values.start ?? 0, asked.values.stop ?? thick]
  const wrong = from < -1e-6 ? 'start' : to > thick + 1e-6 || to <= from + 1e-6 ? 'stop' : null
  if (wrong)
    return CannotMake.of(
      wrong,
      `Sawn from ${asked.say(from)} to ${asked.say(to)}, the outline takes nothing of ${wood.name}, ` +
        `which is ${asked.say(thick)} there`,
    )
  const stretch = { from: from > 1e-6 ? from : null, to: to < thick - 1e-6 ? to : null }
  const kept = keeps === 'inside' && asked.chosen('added') !== 'cut'
  const shaped: Shaped = {
    face: asked.face,
    keeps,
    ...drawn,
    ...((stretch.from !== null || stretch.to !== null) && { stretch }),
    wood: woodIn(drawn.frame, wood.size),
    spared: kept ? sparedBy(drawn.frame, drawn.paths, wood) : [],
  }
  if (apart(shaped))
    return keeps === 'inside'
      ? new CannotMake(`The outline lies wholly outside ${wood.name}, so nothing would be left`)
      : new CannotMake(`The outline lies wholly outside ${wood.name}, so it does nothing`, 'look')
  return shaped
}

/** Whether the outline and the wood have nothing in common. */
function apart({ paths, wood: { min, max } }: Shaped): boolean {
  const [low, high] = boundsOf(paths)
  return ([0, 1] as const).some((i) => low[i] > max[i] - 1e-6 || high[i] < min[i] + 1e-6)
}

/** The same as another piece of wood has it; null where it takes nothing of that. */
function carry(w: Shaped, from: Frame, to: Wood): Shaped | null {
  const frame = frameInto(to.frame, from, w.frame)
  const out = negated(frame.z)
  const axis = mainAxis(out)
  const here: Shaped = { ...w, frame, face: faceAt(axis, out[axis] > 0), wood: woodIn(frame, to.size) }
  return w.keeps === 'outside' && apart(here) ? null : here
}

/** What was sawn: all sides of an outline that stay, or of what was sawn out. */
const surfaces = ({ frame, paths, keeps, wood, stretch }: Shaped) =>
  sweptSides(
    frame,
    paths.map(({ segments, depth }) => ({ segments, within: (depth % 2 === 0) === (keeps === 'inside') })),
    [stretch?.from ?? wood.min[2], stretch?.to ?? wood.max[2]],
  )

/** What a straight edge leaves, in measures: "side3" of the edge e3. */
const roleOf = (edge: string): string => `side${edge.slice(1)}`

const flats = (w: Shaped): Role[] =>
  surfaces(w).flatMap((s): Role[] => {
    const edge = /^side_(e\d+)$/.exec(s.role)?.[1]
    return s.kind === 'flat' && edge ? [{ role: roleOf(edge), normal: s.normal, offset: s.offset }] : []
  })

export const own: OwnDefinition<Shaped> = {
  title: 'Outline',
  faces: SIX,
  measures: {
    start: { label: 'Sawn from', placeholder: 'the face', text: '0' },
    stop: { label: 'Sawn to', placeholder: 'through' },
  },
  choices: {
    keeps: { label: 'Keep', values: { inside: 'the inside', outside: 'the outside' } },
    added: { label: 'Tenons and tabs', values: { kept: 'left standing', cut: 'sawn too' } },
  },
  hiddenChoices: ({ keeps }) => (keeps === 'outside' ? ['added'] : []),
  outlined: () => true,
  starts: () => ({ fields: {}, options: {} }),
  first: () => ['keeps'],
  presets,
  repeats: ({ keeps }) => (keeps === 'outside' ? ROWS_AND_IMAGES : []),
  // Where it is stopped, faces are left as they were.
  keeps: ({ keeps, frame, paths, stretch }) => (keeps === 'inside' && !stretch ? { frame, paths } : null),
  roles: [],
  drawnRoles: ({ edges }) => edges.flatMap((e) => (e.kind === 'line' ? [roleOf(e.id)] : [])),
  resolve,
  carry,
  flats,
  surfaces,
  mirrored: imageDrawn,
}

export const regions = ({ paths, keeps }: Shaped) => regionsOf(paths, keeps === 'inside' ? 'odd' : 'even')
