/** Sections that a maker gives along a piece: what lies outside them goes, straight from one to the next. */
import { onFace, type Step } from '../../document'
import type { Mm } from '../../measure'
import { areaOf, extentOf, placed, type Path, type Segment } from '../../outline'
import { unit, vec3, type Frame } from '../../pieces'
import { drawnOn, imageDrawn, sizeOn } from '../drawn'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from '../own'
import { frameInto, type Vec2 } from '../tool'
import { boxOf, rectangleOf, stationsOf, type Section } from './sections'
import type { Taper } from './taper'
import { presets } from './presets'

/** The end that sections are drawn on. */
const END = 'end1'

const FORMS = { size: 'a rectangle', drawn: 'drawn' }
/** Sides that stay where they are while the others come in. */
const STAYS = { middle: 0, low: -1, high: 1 } as const
type Stays = keyof typeof STAYS

function resolve(asked: StepInput, wood: Wood): Taper | CannotMake {
  const { values, say, chosen } = asked
  const { name, shoulder } = wood
  const [long, wide, thick] = [0, 1, 2].map((i) => shoulder.max[i]! - shoulder.min[i]!) as [Mm, Mm, Mm]
  const stays = [chosen('across'), chosen('deep')] as [Stays, Stays]
  const given = ([1, 2, 3] as const)
    .filter((n) => n !== 2 || values.at2 !== undefined)
    .map((n) => ({
      at: `at${n}`,
      width: `width${n}`,
      thickness: `thickness${n}`,
      z: values[`at${n}`] ?? (n === 3 ? long : 0),
      drawn: chosen(`form${n}`) === 'drawn',
    }))
  let own = 0
  const drawn = drawings(
    asked,
    wood,
    given.filter((g) => g.drawn).map((g) => g.z),
  )
  if (drawn instanceof CannotMake) return drawn
  const sections: Section[] = []
  for (const { at, width, thickness, z, drawn: isDrawn } of given) {
    const path = isDrawn ? drawn.paths[Math.min(own++, drawn.last)]! : null
    const reach = path ? extentOf(path) : null
    const [w, t] = [
      values[width] ?? (reach ? reach[1][0] - reach[0][0] : wide),
      values[thickness] ?? (reach ? reach[1][1] - reach[0][1] : thick),
    ]
    if (w <= 0 || t <= 0)
      return CannotMake.of(w <= 0 ? width : thickness, `Nothing would be left of ${name} at ${say(z)}`)
    const section = path
      ? fitted(z, path, [values[width] ?? null, values[thickness] ?? null], [wide, thick], stays)
      : plain(z, rectangleOf(w, t, placeOf([w, t], [wide, thick], stays)))
    const [low, high] = boxOf(section)
    const out = [0, 1].findIndex((i) => Math.max(-low[i]!, high[i]!) > [wide, thick][i]! / 2 + 1e-6)
    if (out >= 0)
      return CannotMake.of(
        out === 0 ? width : thickness,
        `The section at ${say(z)} is ${say(w)} × ${say(t)}, and ${name} is ${say(wide)} × ${say(thick)}` +
          (w > wide + 1e-6 || t > thick + 1e-6 ? '' : ': it lies beyond that where it is drawn'),
      )
    if (z < -1e-6 || z > long + 1e-6)
      return CannotMake.of(at, `The section at ${say(z)} lies beyond ${name}, which is ${say(long)} long`)
    const before = sections.at(-1)
    if (before && z < before.z + 1e-6)
      return CannotMake.of(
        at,
        `The sections of ${name} follow each other along it; that at ${say(z)} comes too early`,
      )
    sections.push(section)
  }
  const whole = sections.every(
    ({ segments }) => Math.abs(areaOf(segments) - wide * thick) < 1e-6 * wide * thick,
  )
  if (whole && sections.every(({ by }) => by[0] === 1 && by[1] === 1))
    return new CannotMake(`Each section is all of ${name}, so nothing is tapered`, 'look')
  const ruled = stationsOf(sections)
  if ('unseen' in ruled)
    return new CannotMake(
      `Not all of the section of ${name} at ${say(ruled.unseen.z)} is seen from its middle, so it is ` +
        'not told what goes to what: draw each section of as many lines',
    )
  return {
    face: 'face',
    frame: {
      origin: vec3((i) => (i === 0 ? shoulder.min[0] : (shoulder.min[i] + shoulder.max[i]) / 2)),
      x: unit(1),
      y: unit(2),
      z: unit(0),
    },
    sections: sections.map((s, n) => ({ z: s.z, box: boxOf(s), drawn: given[n]!.drawn })),
    ...ruled,
    size: wood.size,
    missing: drawn.missing,
  }
}

/**
 * What is drawn on the end for sections there, about the middle of the wood; the last is for all that
 * follow.
 */
function drawings(
  asked: StepInput,
  wood: Wood,
  at: readonly Mm[],
):
  | { readonly paths: ReadonlyArray<readonly Segment[]>; readonly last: number; readonly missing: number }
  | CannotMake {
  if (at.length === 0) return { paths: [], last: -1, missing: 0 }
  const drawn = drawnOn({ ...asked, face: END }, wood, 'section')
  if (drawn instanceof CannotMake) return drawn
  const { paths, missing } = drawn
  const [wide, thick] = sizeOn(wood, END)
  if (paths.length > at.length)
    return new CannotMake(
      `${paths.length} outlines are drawn for sections of ${wood.name}, and ${at.length} of them ` +
        `${at.length === 1 ? 'is' : 'are'} as drawn`,
    )
  const centred = ({ segments }: Path) =>
    segments.map((s) => placed(s, ([u, v]) => [u - wide / 2, v - thick / 2], 1))
  return { paths: paths.map(centred), last: paths.length - 1, missing }
}

const plain = (z: Mm, segments: readonly Segment[]): Section => ({ z, segments, by: [1, 1], to: [0, 0] })

/** Where the middle of what is so large lies in the wood: in its middle, or along the sides that stay. */
const placeOf = (size: Vec2, room: Vec2, stays: readonly [Stays, Stays]): Vec2 => [
  (STAYS[stays[0]] * (room[0] - size[0])) / 2,
  (STAYS[stays[1]] * (room[1] - size[1])) / 2,
]

/** What is drawn, where it is drawn; made as large as is said, it lies as what is told by its size. */
function fitted(
  z: Mm,
  segments: readonly Segment[],
  said: readonly [Mm | null, Mm | null],
  room: Vec2,
  stays: readonly [Stays, Stays],
): Section {
  const [low, high] = extentOf(segments)
  const is = [high[0] - low[0], high[1] - low[1]] as const
  const want: Vec2 = [said[0] ?? is[0], said[1] ?? is[1]]
  const at = placeOf(want, room, stays)
  const by: Vec2 = [want[0] / is[0], want[1] / is[1]]
  const to = (i: 0 | 1) => (said[i] === null ? 0 : at[i] - (by[i] * (low[i] + high[i])) / 2)
  return { z, segments, by, to: [to(0), to(1)] }
}

const carry = (t: Taper, from: Frame, to: Wood): Taper => ({
  ...t,
  frame: frameInto(to.frame, from, t.frame),
  size: to.size,
})

export const own: OwnDefinition<Taper> = {
  title: 'Taper',
  faces: ['face'],
  measures: {
    at1: { label: 'Start at', placeholder: 'at its near end', text: '0' },
    width1: { label: 'Start width', placeholder: 'full' },
    thickness1: { label: 'Start thickness', placeholder: 'full' },
    at2: { label: 'Middle at', placeholder: 'none' },
    width2: { label: 'Middle width', placeholder: 'full' },
    thickness2: { label: 'Middle thickness', placeholder: 'full' },
    at3: { label: 'End at', placeholder: 'at its far end', text: 'L' },
    width3: { label: 'End width', placeholder: 'full' },
    thickness3: { label: 'End thickness', placeholder: 'full' },
  },
  choices: {
    form1: { label: 'Start section', values: FORMS },
    form2: { label: 'Middle section', values: FORMS },
    form3: { label: 'End section', values: FORMS },
    across: {
      label: 'Width sides',
      values: { middle: 'both edges come in', low: 'edge 1 stays', high: 'edge 2 stays' },
    },
    deep: {
      label: 'Thickness sides',
      values: { middle: 'both faces come in', low: 'the back stays', high: 'the face stays' },
    },
  },
  placeless: () => true,
  outlined: (options) => [1, 2, 3].some((n) => options[`form${n}`] === 'drawn'),
  drawnOn: END,
  starts: () => ({ fields: { at1: 'L/6', width3: 'W/2', thickness3: 'T/2' }, options: {} }),
  first: () => ['at1', 'at3', 'width3', 'thickness3', 'across', 'deep'],
  presets,
  roles: [],
  resolve,
  carry,
  flats: () => [],
  mirrored,
}

function mirrored(step: Step, width: Mm): Step {
  const { across = 'middle' } = step.options
  const other = { low: 'high', high: 'low', middle: 'middle' }[across]!
  const { outline } = imageDrawn({ ...step, at: onFace(END) }, width)
  return { ...step, ...(outline && { outline }), options: { ...step.options, across: other } }
}
