/** The shapes of router bits: a new one is an entry here. */
import type { Degrees, MeasureKind, Mm } from '../measure'
import { arcPoints } from '../pieces'

/** Radius and height. */
export type Pair = readonly [Mm, Mm]

interface BitMeasure {
  readonly label: string
  /** A length, when not said. */
  readonly kind?: MeasureKind
  /** May be nothing at all. */
  readonly nought?: true
  /** May be left out. */
  readonly optional?: true
}

export interface BitShape {
  readonly title: string
  /** What it leaves along an edge: "cove". */
  readonly makes: string
  readonly measures: Readonly<Record<string, BitMeasure>>
  /** Its radii are counted from its bearing, which it is made with. */
  readonly bearing: boolean
  /** Radius over height from its lowest edge up; a sentence where no bit is like that. */
  profile(values: Readonly<Record<string, number>>): Pair[] | string
}

/** Arcs are many-sided, no side further than this from the arc. */
const ROUND = { chord: 0.015, least: 4 }
const arc = (centre: Pair, radius: Mm, from: number, to: number): Pair[] =>
  arcPoints(centre, radius, [from, to], ROUND)

const QUARTER = Math.PI / 2
const tan = (degrees: Degrees) => Math.tan((degrees * Math.PI) / 180)
const LENGTH = { length: { label: 'Cutting length' } } as const
const DIAMETER = { diameter: { label: 'Diameter' } } as const
const RADIUS = { radius: { label: 'Radius' } } as const
/** Corners that an own profile may have. */
export const MOST_CORNERS = 12

export const SHAPES: Readonly<Record<string, BitShape>> = {
  straight: {
    title: 'Straight',
    makes: 'rabbet',
    measures: { ...DIAMETER, ...LENGTH },
    bearing: false,
    profile: ({ diameter, length }) => [
      [diameter! / 2, 0],
      [diameter! / 2, length!],
    ],
  },
  rabbet: {
    title: 'Rabbet',
    makes: 'rabbet',
    measures: { width: { label: 'Cuts in' }, ...LENGTH },
    bearing: true,
    profile: ({ width, length }) => [
      [width!, 0],
      [width!, length!],
    ],
  },
  'round-over': {
    title: 'Round-over',
    makes: 'round-over',
    measures: RADIUS,
    bearing: true,
    // The centre of the arc lies in the wood, level with the lowest edge.
    profile: ({ radius }) => arc([radius!, 0], radius!, Math.PI, QUARTER),
  },
  cove: {
    title: 'Cove',
    makes: 'cove',
    measures: RADIUS,
    bearing: true,
    // The centre of the arc lies on the arris.
    profile: ({ radius }) => arc([0, radius!], radius!, -QUARTER, 0),
  },
  chamfer: {
    title: 'Chamfer',
    makes: 'chamfer',
    measures: { height: { label: 'Height' }, angle: { label: 'Angle, from upright', kind: 'angle' } },
    bearing: true,
    profile: ({ height, angle }) =>
      angle! < 89.9
        ? [
            [0, 0],
            [height! * tan(angle!), height!],
          ]
        : 'it leans less than 90° from upright',
  },
  ogee: {
    title: 'Ogee',
    makes: 'ogee',
    measures: RADIUS,
    bearing: true,
    // A round-over below, and a cove that goes on from it.
    profile: ({ radius: r }) => [
      ...arc([r!, 0], r!, Math.PI, QUARTER),
      ...arc([r!, 2 * r!], r!, -QUARTER, 0).slice(1),
    ],
  },
  bead: {
    title: 'Bead',
    makes: 'bead',
    measures: RADIUS,
    bearing: true,
    // Leaves half a round on the edge.
    profile: ({ radius }) => arc([radius!, radius!], radius!, 3 * QUARTER, QUARTER),
  },
  'core-box': {
    title: 'Core box',
    makes: 'flute',
    measures: { ...DIAMETER, ...LENGTH },
    bearing: false,
    profile: ({ diameter, length }) => {
      const r = diameter! / 2
      if (length! < r - 1e-9) return 'its cutting length is less than half its diameter'
      return withLength(arc([0, r], r, -QUARTER, 0), length!)
    },
  },
  v: {
    title: 'V',
    makes: 'V-groove',
    measures: { ...DIAMETER, angle: { label: 'Angle of its point', kind: 'angle' } },
    bearing: false,
    profile: ({ diameter, angle }) =>
      angle! < 179.9
        ? [
            [0, 0],
            [diameter! / 2, diameter! / 2 / tan(angle! / 2)],
          ]
        : 'its point is less than 180°',
  },
  dovetail: {
    title: 'Dovetail',
    makes: 'dovetail slot',
    measures: { ...DIAMETER, ...LENGTH, angle: { label: 'Angle, from upright', kind: 'angle' } },
    bearing: false,
    profile: ({ diameter, length, angle }) => {
      const neck = diameter! / 2 - length! * tan(angle!)
      return neck > 0
        ? [
            [diameter! / 2, 0],
            [neck, length!],
          ]
        : 'it comes to a point within its cutting length'
    },
  },
  'key-slot': {
    title: 'Key-slot',
    makes: 'key slot',
    measures: {
      ...DIAMETER,
      head: { label: 'Height of its head' },
      neck: { label: 'Diameter of its neck' },
      ...LENGTH,
    },
    bearing: false,
    profile: ({ diameter, head, neck, length }) => {
      if (neck! >= diameter!) return 'its neck is as wide as its head'
      if (head! >= length!) return 'its head is as high as it cuts'
      return [
        [diameter! / 2, 0],
        [diameter! / 2, head!],
        [neck! / 2, head!],
        [neck! / 2, length!],
      ]
    },
  },
  own: {
    title: 'Of your own',
    makes: 'profile',
    measures: Object.fromEntries(
      Array.from({ length: MOST_CORNERS }, (_, k) => k + 1).flatMap((n) => [
        [
          `radius${n}`,
          { label: `Corner ${n}, from the axis`, nought: true as const, optional: true as const },
        ],
        [`height${n}`, { label: `Corner ${n}, height`, nought: true as const, optional: true as const }],
      ]),
    ),
    bearing: false,
    profile: (values) => {
      const corners: Pair[] = []
      for (let n = 1; n <= MOST_CORNERS; n++) {
        const [r, z] = [values[`radius${n}`], values[`height${n}`]]
        if (r === undefined || z === undefined) break
        corners.push([r, z])
      }
      if (corners.length < 2) return 'its outline has two corners at least'
      if (Math.abs(corners[0]![1]) > 1e-9) return 'its first corner is at height 0'
      if (corners.some(([, z], k) => k > 0 && z < corners[k - 1]![1] - 1e-9)) return 'its corners go upwards'
      if (corners.at(-1)![1] <= 1e-9) return 'its last corner is higher than its first'
      return corners
    },
  },
}

const withLength = (profile: Pair[], length: Mm): Pair[] => {
  const [r, z] = profile.at(-1)!
  return length > z + 1e-9 ? [...profile, [r, length]] : profile
}
