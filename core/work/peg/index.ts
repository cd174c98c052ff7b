import { circleAt } from '../../outline'
import { FACE_AT, STILL, unit, vec3, type Frame } from '../../pieces'
import {
  capital,
  defineWork,
  forPartner,
  theSurface,
  toldOn,
  type Dimension,
  type Sentence,
} from '../feature'
import { circleOf, dimensionsOf, sayCircle, sayPlaces } from '../laidout'
import { waysOf } from '../onface'
import { BEYOND, loopOf, straightLoop, toolInto, type Tool, type Vec2 } from '../tool'
import { own, straightUnder, type Round } from './own'
import type { Pegs } from './peg'

/** The whole face back to the roots, without the pegs. */
function cut(p: Pegs): Tool[] {
  if (!p.seat) return cutBack(p)
  const told = toldOn(p)
  const tools = p.on?.round ? cutRound(told, p.on.round) : cutBack(told)
  return tools.map((t) => toolInto(STILL, p.seat!, t))
}

/** What is round, all round as far as it is alike along, down to the roots. */
function cutRound({ at, diameter, height, size }: Pegs, { straights, radius: most }: Round): Tool[] {
  const { from, to, radius } = straightUnder(straights, at, diameter)!
  const [low, high] = [from < 1e-6 ? from - BEYOND : from, to > size[0] - 1e-6 ? to + BEYOND : to]
  const axis = size[2] - most
  return [
    {
      kind: 'turned',
      frame: { origin: [0, size[1] / 2, axis], x: [0, 1, 0], y: [0, 0, 1], z: [1, 0, 0] },
      section: [
        [radius - height, low],
        [radius + BEYOND, low],
        [radius + BEYOND, high],
        [radius - height, high],
      ],
      sides: [0, 1, 2, 3].map((piece) => ({ piece, straight: piece === 3 })),
      flats: 0,
      spared: at.map((p) => ({ at: p, along: [0, 0, -1], radius: diameter / 2 })),
    },
  ]
}

function cutBack({ face, at, diameter, height, size }: Pegs): Tool[] {
  const { into, along, across } = waysOf(face)
  const { far } = FACE_AT[face]
  const origin = vec3((i) => (i === into ? (far ? size[i] + BEYOND : -BEYOND) : 0))
  const frame: Frame = {
    origin,
    x: unit(along),
    y: unit(across),
    z: vec3((i) => (i === into ? (far ? -1 : 1) : 0)),
  }
  const low = -BEYOND
  const [u, v] = [size[along] + BEYOND, size[across] + BEYOND]
  const around: Vec2[] = [
    [low, low],
    [u, low],
    [u, v],
    [low, v],
  ]
  const inner = at.map((p) => loopOf({ segments: [circleAt([p[along], p[across]], diameter / 2)] }))
  return [{ kind: 'outlined', frame, outer: straightLoop(around), inner, depth: height + BEYOND }]
}

const says = (p: Pegs, n = 1): Sentence => [
  `${n > 1 ? `${n} pegs` : 'peg'} ⌀ `,
  { mm: p.diameter },
  ', standing ',
  { mm: p.height },
  ` proud of ${theSurface(p)}`,
]

const depthOf = ({ face, height, size }: Pegs): Dimension => {
  const { into: axis } = waysOf(face)
  return FACE_AT[face].far
    ? { axis, from: size[axis] - height, to: size[axis], what: 'depth' }
    : { axis, from: 0, to: height, what: 'depth' }
}

export const peg = defineWork<Pegs>({
  kind: 'peg',
  name: () => 'peg',
  shownOn: (p) => p.face,
  machine: () => 'router',
  cut,
  describe: (p, partner) => {
    const [first, ...rest] = says(p, p.at.length)
    return [capital(first as string), ...rest, ...sayPlaces(p), forPartner(partner)]
  },
  count: (p) => p.at.length,
  callout: (p) => [...says(p), ...sayCircle(p)],
  dimensions: (p) => [...dimensionsOf(p), depthOf(p)],
  circle: circleOf,
  own,
})
