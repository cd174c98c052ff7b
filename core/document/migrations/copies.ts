/**
 * Version 2 told copies by their number: copies of the outermost group first, a piece's own repeat last.
 * Version 3 tells them by the path of ids that leads to each (copies.ts). Works on plain data that nobody has
 * checked yet.
 */
import { coerce, evaluate, lengthOf, numberOf, parse, type LengthUnit } from '../../measure'
import { isRecord } from '../record'
import { copyWithin, FIRST, nthCopy, type Copy } from '../copies'
import { each, withAside, type Data } from './data'

/** More copies than any project has are not told apart. */
const MOST = 20_000
/** Groups in groups deeper than this stand in no project. */
const DEEPEST = 50

const list = (x: unknown): Data[] => (Array.isArray(x) ? x.filter(isRecord) : [])

/** The copies of a thing, by number from 1; null for a placement that had been taken away. */
type Numbered = ReadonlyArray<Copy | null>

class Numbers {
  private readonly things: ReadonlyMap<unknown, Data>
  private readonly groups: ReadonlyMap<unknown, Data>
  private readonly known = new Map<Data, Numbered>()

  constructor(private readonly data: Data) {
    this.groups = new Map(list(data.groups).map((g) => [g.id, g]))
    this.things = new Map([...list(data.pieces), ...list(data.groups)].map((x) => [x.id, x]))
  }

  /** What number n of the thing with this id is called now. */
  copy(id: unknown, n: number): Copy {
    const thing = this.things.get(id)
    const all = thing ? this.of(thing) : []
    return all[n - 1] ?? (n >= 1 ? nthCopy(n - 1) : FIRST)
  }

  private of(thing: Data, depth = 0): Numbered {
    let all = this.known.get(thing)
    if (!all) this.known.set(thing, (all = this.number(thing, depth)))
    return all
  }

  private number(thing: Data, depth: number): Numbered {
    const group = this.groups.get(thing.group)
    const above: Numbered = group && depth < DEEPEST ? this.of(group, depth + 1) : [FIRST]
    const own = this.own(thing)
    if (above.length * own.length > MOST) return []
    return above.flatMap((a) =>
      own.map((o) => (a === null || o === null ? null : copyWithin(String(thing.group), a, o))),
    )
  }

  /** Where it is described: its repeat first, then its placements. */
  private own(thing: Data): Numbered {
    const made = thing.kind === 'twin' ? this.things.get(thing.of) : thing
    const repeat = isRecord(made?.repeat) ? made.repeat : null
    const count = repeat ? Math.min(500, this.count(repeat.count)) : 1
    const placements = list(thing.placements).map((p, n) => (p.kind === 'none' ? null : placementId(n)))
    return [...Array.from({ length: count }, (_, n) => nthCopy(n)), ...placements]
  }

  /** A count that hangs on nothing but parameters; 1 where it cannot be told. */
  private count(text: unknown): number {
    try {
      return coerce(this.value(String(text), 0), 'count', this.unit(), { at: 0, end: 0 })
    } catch {
      return 1
    }
  }

  private unit(): LengthUnit {
    return JSON.stringify(this.data.settings ?? '').includes('"in"') ? 'in' : 'mm'
  }

  private value(text: string, depth: number): ReturnType<typeof evaluate> {
    return evaluate(parse(text), {
      unit: this.unit(),
      name: (name) => {
        const p = list(this.data.parameters).find((x) => x.name === name)
        if (!p || depth > DEEPEST) return undefined
        const q = this.value(String(p.expression), depth + 1)
        const kind = p.kind === 'length' || p.kind === 'angle' ? p.kind : 'number'
        const value = coerce(q, kind, this.unit(), { at: 0, end: 0 })
        return kind === 'length' ? lengthOf(value) : numberOf(value)
      },
      ref: () => undefined,
    })
  }
}

const placementId = (n: number): string => `c${n + 1}`

/** Fields whose text is no measure. */
const TEXTS = new Set(['id', 'name', 'note', 'species', 'where', 'why', 'text', 'gone'])

export function copiesById(data: Data): Data {
  const numbers = new Numbers(data)
  const measure = (text: string) =>
    text.replace(
      /@([A-Za-z0-9_]+)#(\d{1,6})(?=\.)/g,
      (_, id: string, n: string) => `@${id}#${numbers.copy(id, Number(n))}`,
    )
  const walk = (value: unknown, key: string): unknown => {
    if (typeof value === 'string') return TEXTS.has(key) ? value : measure(value)
    if (Array.isArray(value)) return value.map((v) => walk(v, key))
    if (!isRecord(value)) return value
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, k === 'setAside' ? v : walk(v, k)]))
  }
  const described = (entry: Data): Data => {
    const x = walk(entry, '') as Data
    const named = (n: unknown) => (typeof n === 'number' ? numbers.copy(x.id, n) : n)
    return {
      ...x,
      ...(Array.isArray(x.except) ? { except: x.except.map(named) } : {}),
      ...(x.only === undefined ? {} : { only: named(x.only) }),
      ...(Array.isArray(x.placements) ? { placements: x.placements.flatMap(placed) } : {}),
    }
  }
  return {
    ...(walk(withAside(data, { pieces: described, groups: described }), '') as Data),
    ...('pieces' in data ? { pieces: each(data.pieces, described) } : {}),
    ...('groups' in data ? { groups: each(data.groups, described) } : {}),
  }
}

/** A placement with an id of its own; what was taken away needs no number any more. */
const placed = (p: unknown, n: number): unknown[] =>
  !isRecord(p) ? [p] : p.kind === 'none' ? [] : [{ id: placementId(n), ...p }]
