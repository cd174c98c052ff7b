/** Ready shapes: points and facts, nothing more. A new one is an entry in READY_SHAPES. */
import { Outline, type OutlineEdge, type OutlineFact } from '../document'
import type { Mm } from '../measure'
import { freeParts } from './edit'
import type { Place2 } from './solve'

interface Made {
  readonly points: readonly Place2[]
  readonly edges: ReadonlyArray<Draft>
  readonly facts: ReadonlyArray<Omit<OutlineFact, 'id' | 'of'> & { readonly of: readonly string[] }>
  readonly corners?: ReadonlyArray<{ readonly at: number; readonly kind: string; readonly value: string }>
}
/** Edges by the places of their points in the list. */
type Draft =
  | { readonly kind: 'line'; readonly from: number; readonly to: number }
  | {
      readonly kind: 'arc'
      readonly from: number
      readonly to: number
      readonly centre: number
      readonly turns: 'left' | 'right'
    }
  | { readonly kind: 'circle'; readonly centre: number; readonly rim: number }

/** What a shape is made for: the face, the middle it is put at, and how lengths are written. */
export interface For {
  readonly size: Place2
  /** A round length that goes well on the face. */
  readonly unit: Mm
  write(mm: Mm): string
}

export interface ReadyShape {
  readonly title: string
  make(on: For): Made
}

const line = (from: number, to: number): Draft => ({ kind: 'line', from, to })
const ring = (n: number): Draft[] => Array.from({ length: n }, (_, k) => line(k, (k + 1) % n))
type Fact = Made['facts'][number]
/** Parts are told as `p0` and `e0`, by their places in the lists. */
const fact = (kind: string, of: string, more: Omit<Partial<Fact>, 'kind' | 'of'> = {}): Fact => ({
  kind,
  of: of.split(' '),
  ...more,
})
const placed = (point: string, along: string, across: string, from: OutlineFact['from'] = 'near'): Fact[] => [
  fact('place', point, { way: 'along', from, value: along }),
  fact('place', point, { way: 'across', from, value: across }),
]
const UPRIGHT = [fact('level', 'e0'), fact('plumb', 'e1'), fact('level', 'e2'), fact('plumb', 'e3')]

function box({ size, unit, write }: For, corners?: Made['corners']): Made {
  const [w, h] = [4 * unit, 2 * unit]
  const [u, v] = [(size[0] - w) / 2, (size[1] - h) / 2]
  return {
    points: [
      [u, v],
      [u + w, v],
      [u + w, v + h],
      [u, v + h],
    ],
    edges: ring(4),
    facts: [
      ...UPRIGHT,
      fact('distance', 'e0', { value: write(w) }),
      fact('distance', 'e1', { value: write(h) }),
      ...placed('p0', `-${write(w / 2)}`, `-${write(h / 2)}`, 'centre'),
    ],
    ...(corners && { corners }),
  }
}

/**
 * A figure of equal sides, one of them level: by how far it is across its flats or, with an odd number of
 * sides, by how long these are.
 */
function regular(n: number, { size: [w, h], unit, write }: For): Made {
  const turn = (2 * Math.PI) / n
  const [flat, radius] = [unit, unit / Math.cos(turn / 2)]
  const side = 2 * radius * Math.sin(turn / 2)
  const at = (k: number): Place2 => {
    const angle = (k - 0.5) * turn - Math.PI / 2
    return [w / 2 + radius * Math.cos(angle), h / 2 + radius * Math.sin(angle)]
  }
  const even = n % 2 === 0
  // As many turns as equal sides leave open; an even figure is alike above and below.
  const corners = Array.from({ length: n - 2 }, (_, k) => k + 1)
  const turns = corners.filter((k) => (even ? k !== n / 2 : k <= n - 3))
  return {
    points: Array.from({ length: n }, (_, k) => at(k)),
    edges: ring(n),
    facts: [
      ...Array.from({ length: n - 1 }, (_, k) => fact('equal', `e0 e${k + 1}`)),
      ...turns.map((k) => fact('angle', `e${k - 1} e${k}`, { value: `${Number((360 / n).toFixed(6))}` })),
      fact('symmetric', 'p0 p1', { way: 'along' }),
      ...(even
        ? [
            fact('symmetric', `p1 p${n / 2}`, { way: 'across' }),
            fact('distance', `p0 p${n / 2 + 1}`, { way: 'across', value: write(2 * flat) }),
          ]
        : [
            fact('place', 'p0', { way: 'across', from: 'centre', value: `-${write(flat)}` }),
            fact('distance', 'e0', { value: write(side) }),
          ]),
    ],
  }
}

const define = <K extends string>(all: Readonly<Record<K, ReadyShape>>) => all

export const READY_SHAPES = /* @__PURE__ */ define({
  whole: {
    title: 'the whole face',
    make: ({ size: [w, h] }) => ({
      points: [
        [0, 0],
        [w, 0],
        [w, h],
        [0, h],
      ],
      edges: ring(4),
      facts: [
        ...UPRIGHT,
        ...placed('p0', '0', '0'),
        fact('place', 'p2', { way: 'along', from: 'far', value: '0' }),
        fact('place', 'p2', { way: 'across', from: 'far', value: '0' }),
      ],
    }),
  },
  arched: {
    title: 'the whole face, its far side an arch',
    make: ({ size: [w, h], unit, write }) => {
      const rise = unit * Math.max(1, Math.floor(Math.min(h / 3, w / 4) / unit))
      const radius = (w * w) / (8 * rise) + rise / 2
      return {
        points: [
          [0, 0],
          [w, 0],
          [w, h - rise],
          [0, h - rise],
          [w / 2, h - radius],
        ],
        edges: [
          line(0, 1),
          line(1, 2),
          { kind: 'arc', from: 2, to: 3, centre: 4, turns: 'left' },
          line(3, 0),
        ],
        facts: [
          fact('level', 'e0'),
          fact('plumb', 'e1'),
          fact('plumb', 'e3'),
          ...placed('p0', '0', '0'),
          fact('place', 'p1', { way: 'along', from: 'far', value: '0' }),
          fact('equal', 'e1 e3'),
          fact('reach', 'e2', { way: 'across', from: 'far', value: '0' }),
          fact('rise', 'e2', { value: write(rise) }),
        ],
      }
    },
  },
  rectangle: { title: 'a rectangle', make: (on) => box(on) },
  rounded: {
    title: 'a rectangle with round corners',
    make: (on) =>
      box(
        on,
        [0, 1, 2, 3].map((at) => ({ at, kind: 'round', value: on.write(on.unit / 2) })),
      ),
  },
  circle: {
    title: 'a circle',
    make: ({ size: [w, h], unit, write }) => ({
      points: [
        [w / 2, h / 2],
        [w / 2 + unit, h / 2],
      ],
      edges: [{ kind: 'circle', centre: 0, rim: 1 }],
      facts: [...placed('p0', '0', '0', 'centre'), fact('diameter', 'e0', { value: write(2 * unit) })],
    }),
  },
  slot: {
    title: 'a slot',
    make: ({ size: [w, h], unit, write }) => {
      const [u, v, r] = [w / 2 - 1.5 * unit, h / 2, unit / 2]
      return {
        points: [
          [u, v - r],
          [u + 3 * unit, v - r],
          [u + 3 * unit, v + r],
          [u, v + r],
          [u, v],
          [u + 3 * unit, v],
        ],
        edges: [
          line(0, 1),
          { kind: 'arc', from: 1, to: 2, centre: 5, turns: 'left' },
          line(2, 3),
          { kind: 'arc', from: 3, to: 0, centre: 4, turns: 'left' },
        ],
        facts: [
          fact('level', 'e0'),
          fact('tangent', 'e1 e0'),
          fact('tangent', 'e1 e2'),
          fact('tangent', 'e3 e2'),
          fact('tangent', 'e3 e0'),
          fact('equal', 'e1 e3'),
          fact('distance', 'p4 p5', { value: write(3 * unit) }),
          fact('radius', 'e1', { value: write(r) }),
          ...placed('p4', `-${write(1.5 * unit)}`, '0', 'centre'),
        ],
      }
    },
  },
  triangle: { title: 'a triangle of equal sides', make: (on) => regular(3, on) },
  pentagon: { title: 'a five-sided figure', make: (on) => regular(5, on) },
  hexagon: { title: 'a six-sided figure', make: (on) => regular(6, on) },
  sided: { title: 'an eight-sided figure', make: (on) => regular(8, on) },
  twelve: { title: 'a twelve-sided figure', make: (on) => regular(12, on) },
  sector: {
    title: 'part of a ring',
    make: ({ size: [w, h], unit, write }) => {
      const [c, r, s]: [Place2, Mm, Mm] = [[w / 2, h / 2 - 2 * unit], 3 * unit, 2 * unit]
      const at = (radius: Mm, degrees: number): Place2 => {
        const a = (degrees * Math.PI) / 180
        return [c[0] + radius * Math.cos(a), c[1] + radius * Math.sin(a)]
      }
      return {
        points: [at(s, 60), at(r, 60), at(r, 120), at(s, 120), c],
        edges: [
          line(0, 1),
          { kind: 'arc', from: 1, to: 2, centre: 4, turns: 'left' },
          line(2, 3),
          { kind: 'arc', from: 3, to: 0, centre: 4, turns: 'right' },
        ],
        facts: [
          ...placed('p4', '0', `-${write(2 * unit)}`, 'centre'),
          fact('radius', 'e1', { value: write(r) }),
          fact('radius', 'e3', { value: write(s) }),
          fact('angle', 'e0', { value: '60' }),
          fact('angle', 'e2', { value: '60' }),
          fact('on', 'p4 e0'),
          fact('on', 'p4 e2'),
        ],
      }
    },
  },
  heart: {
    title: 'a heart of two arcs',
    make: ({ size: [w, h], unit, write }) => {
      const [u, v, r] = [w / 2, h / 2 - unit, unit]
      return {
        points: [
          [u, v],
          [u + 2 * r, v + 1.5 * r],
          [u, v + 1.5 * r],
          [u - 2 * r, v + 1.5 * r],
          [u + r, v + 1.5 * r],
          [u - r, v + 1.5 * r],
        ],
        edges: [
          line(0, 1),
          { kind: 'arc', from: 1, to: 2, centre: 4, turns: 'left' },
          { kind: 'arc', from: 2, to: 3, centre: 5, turns: 'left' },
          line(3, 0),
        ],
        facts: [
          ...placed('p0', '0', `-${write(unit)}`, 'centre'),
          fact('plumb', 'p0 p2'),
          fact('level', 'p4 p5'),
          fact('equal', 'e1 e2'),
          fact('radius', 'e1', { value: write(r) }),
          fact('level', 'p2 p4'),
          fact('level', 'p1 p3'),
          fact('level', 'p1 p2'),
          fact('distance', 'p0 p2', { way: 'across', value: write(1.5 * r) }),
        ],
      }
    },
  },
  ogee: {
    title: 'an ogee of two arcs, open',
    make: ({ size: [w, h], unit, write }) => {
      const [u, v, r] = [w / 2 - unit, h / 2 - unit, unit]
      return {
        points: [
          [u, v],
          [u + r, v + r],
          [u + 2 * r, v + 2 * r],
          [u, v + r],
          [u + 2 * r, v + r],
        ],
        edges: [
          { kind: 'arc', from: 0, to: 1, centre: 3, turns: 'left' },
          { kind: 'arc', from: 1, to: 2, centre: 4, turns: 'right' },
        ],
        facts: [
          ...placed('p0', `-${write(unit)}`, `-${write(unit)}`, 'centre'),
          fact('tangent', 'e0 e1'),
          fact('equal', 'e0 e1'),
          fact('plumb', 'p0 p3'),
          fact('plumb', 'p2 p4'),
          fact('radius', 'e0', { value: write(r) }),
          fact('level', 'p3 p1'),
        ],
      }
    },
  },
})
export type ReadyName = keyof typeof READY_SHAPES

/** The outline with a ready shape put in. */
export function withShape(outline: Outline, name: ReadyName, on: For): Outline {
  const made = READY_SHAPES[name].make(on)
  const [points, edges, facts, corners] = ['p', 'e', 'f', 'c'].map((l) => freeParts(outline, l))
  const take = (from: Generator<string, never>, n: number) =>
    Array.from({ length: n }, () => from.next().value)
  const p = take(points!, made.points.length)
  const e = take(edges!, made.edges.length)
  const part = (told: string) => (told.startsWith('p') ? p : e)[Number(told.slice(1))]!
  return {
    ...outline,
    points: {
      ...outline.points,
      ...Object.fromEntries(made.points.map(([u, v], k): [string, [number, number]] => [p[k]!, [u, v]])),
    },
    edges: [
      ...outline.edges,
      ...made.edges.map((d, k): OutlineEdge => {
        const id = e[k]!
        if (d.kind === 'circle') return { id, kind: 'circle', centre: p[d.centre]!, rim: p[d.rim]! }
        const ends = { id, from: p[d.from]!, to: p[d.to]! }
        return d.kind === 'line'
          ? { ...ends, kind: 'line' }
          : { ...ends, kind: 'arc', centre: p[d.centre]!, turns: d.turns }
      }),
    ],
    facts: [
      ...outline.facts,
      ...made.facts.map((f): OutlineFact => ({ ...f, id: facts!.next().value, of: f.of.map(part) })),
    ],
    corners: [
      ...outline.corners,
      ...(made.corners ?? []).map(({ at, kind, value }) => ({
        id: corners!.next().value,
        at: p[at]!,
        kind,
        value,
      })),
    ],
  }
}
