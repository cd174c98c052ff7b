import fc from 'fast-check'
import { Graph, NodeFault, type NodeDef, type Nodes } from './graph'

/** A node that adds up what it reads and a number of its own; less than nothing is a slip. */
const node = (key: string, own: number, reads: readonly string[]): NodeDef => ({
  key,
  owner: { kind: 'parameter', id: key },
  value: 'number',
  label: key.toUpperCase(),
  basis: `${own}`,
  reads,
  compute: (get) => {
    const value = reads.reduce((n, r) => n + (get<number | undefined>(r) ?? 0), own)
    if (value < 0) throw new NodeFault({ message: `${key} is less than nothing` })
    return {
      value,
      parts: reads.map((r) => ({ op: '+', label: r, value: get<number>(r) ?? 0, kind: 'number', key: r })),
    }
  },
})
const nodes = (defs: readonly NodeDef[], changed: ReadonlySet<string> | null = null): Nodes => ({
  defs: new Map(defs.map((d) => [d.key, d])),
  changed,
})
const key = (n: number) => `n${n}`

/** Nodes of which each reads some before it, so that there are no circles, in any order. */
const sound = fc
  .array(fc.tuple(fc.integer({ min: -3, max: 20 }), fc.array(fc.nat(), { maxLength: 3 })), {
    minLength: 1,
    maxLength: 30,
  })
  .map((list) =>
    list.map(([own, reads], n) =>
      node(key(n), own, n === 0 ? [] : [...new Set(reads.map((r) => key(r % n)))]),
    ),
  )
/** Any nodes at all, circles and readings of what is not there included. */
const any = fc
  .array(fc.tuple(fc.integer({ min: -3, max: 20 }), fc.array(fc.nat({ max: 25 }), { maxLength: 3 })), {
    minLength: 1,
    maxLength: 20,
  })
  .map((list) => list.map(([own, reads], n) => node(key(n), own, [...new Set(reads.map(key))])))

const results = (graph: Graph, defs: readonly NodeDef[], changed: ReadonlySet<string> | null = null) => {
  const result = graph.run(nodes(defs, changed))
  return Object.fromEntries(defs.map((d) => [d.key, result(d.key)]))
}

describe('a graph of values', () => {
  test('works each out once, in whatever order the nodes come', () => {
    fc.assert(
      fc.property(sound, fc.integer(), (defs, seed) => {
        let computed = 0
        const counted = defs.map((d) => ({
          ...d,
          compute: (get: Parameters<NodeDef['compute']>[0]) => {
            computed++
            return d.compute(get)
          },
        }))
        const shuffled = [...counted].sort(
          (a, b) =>
            ((a.key.length * 7 + seed) % 3) - ((b.key.length * 7 + seed) % 3) || (a.key < b.key ? 1 : -1),
        )
        const found = results(new Graph(), shuffled)
        // Worked out by hand, each from those before it.
        const value = new Map<string, number | null>()
        for (const d of defs) {
          const read = d.reads.map((r) => value.get(r)!)
          const sum = read.some((v) => v === null)
            ? null
            : read.reduce<number>((n, v) => n + v, Number(d.basis))
          value.set(d.key, sum === null || sum < 0 ? null : sum)
        }
        for (const d of defs) {
          const r = found[d.key]!
          expect(r.ok ? r.value : null).toBe(value.get(d.key))
        }
        expect(computed).toBeLessThanOrEqual(defs.length)
      }),
    )
  })

  test('after changes it gives what a fresh one gives, and computes only below what changed', () => {
    fc.assert(
      fc.property(
        sound,
        fc.array(fc.tuple(fc.nat(), fc.integer({ min: -3, max: 20 })), { maxLength: 5 }),
        (defs, edits) => {
          const graph = new Graph()
          graph.run(nodes(defs))
          let now = defs
          for (const [at, own] of edits) {
            const n = at % now.length
            now = now.map((d, i) => (i === n ? node(d.key, own, d.reads) : d))
            const found = results(graph, now, new Set([key(n)]))
            expect(found).toEqual(results(new Graph(), now))
            const below = new Set([key(n)])
            for (const d of now) if (d.reads.some((r) => below.has(r))) below.add(d.key)
            expect(graph.computed).toBeLessThanOrEqual(below.size)
            for (const touched of graph.touched ?? []) expect(below.has(touched)).toBe(true)
          }
        },
      ),
    )
  })

  test('computes nothing when nothing changed', () => {
    fc.assert(
      fc.property(sound, (defs) => {
        const graph = new Graph()
        graph.run(nodes(defs))
        graph.run(nodes(defs, new Set()))
        expect(graph.computed).toBe(0)
      }),
    )
  })

  test('ends on circles, names each once, and lets what reads them wait', () => {
    fc.assert(
      fc.property(any, (defs) => {
        const found = results(new Graph(), defs)
        const byKey = new Map(defs.map((d) => [d.key, d]))
        /** Whether a node can be reached from itself. */
        const circles = (start: string): boolean => {
          const seen = new Set<string>()
          const next = [...byKey.get(start)!.reads]
          for (let k = next.pop(); k !== undefined; k = next.pop()) {
            if (k === start) return true
            if (seen.has(k) || !byKey.has(k)) continue
            seen.add(k)
            next.push(...byKey.get(k)!.reads)
          }
          return false
        }
        for (const d of defs) {
          const r = found[d.key]!
          // Who is on a circle never has a value; who is not says nothing of a circle of its own.
          if (circles(d.key)) expect(r.ok).toBe(false)
          else if (!r.ok) expect(r.slip.loop).toBeUndefined()
          if (!r.ok && r.slip.loop) for (const k of r.slip.loop) expect(circles(k)).toBe(true)
          if (!r.ok && r.slip.waitsFor) expect(found[r.slip.waitsFor]?.ok).toBe(false)
        }
      }),
    )
  })

  test('a circle that is opened up has values again', () => {
    const graph = new Graph()
    const circle = [node('a', 1, ['b']), node('b', 1, ['a']), node('c', 1, ['b'])]
    const found = results(graph, circle)
    expect(found.a).toMatchObject({ ok: false, slip: { message: 'These go round in a circle: A → B → A' } })
    expect(found.c).toMatchObject({ ok: false, slip: { message: 'Waits for B' } })
    expect(results(graph, [node('a', 1, []), circle[1]!, circle[2]!])).toMatchObject({
      a: { value: 1 },
      b: { value: 2 },
      c: { value: 3 },
    })
  })

  test('a chain of ten thousand needs no deep stack', () => {
    const chain = Array.from({ length: 10_000 }, (_, n) => node(key(n), 1, n === 0 ? [] : [key(n - 1)]))
    expect(results(new Graph(), chain.reverse())[key(9999)]).toMatchObject({ ok: true, value: 10_000 })
  })
})
