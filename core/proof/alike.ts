/** Findings that say the same of other copies, twins and corners, as one. */
import type { Change } from '../document'
import type { Model } from '../model'
import type { Mend, Spoken } from '../resolve'
import { shortMark, type Finding } from './finding'
import { standing } from './judge'
import { instancesByKey, sayNames } from './wood'

/** As many findings as anybody reads one by one. */
const FEW = 3
const FIGURES = /[≈-]?\s?\d+(?:[.,/]\d+|\s\d+\/\d+)*(?:\s×\s[≈-]?\s?\d+(?:[.,/]\d+|\s\d+\/\d+)*)*/g

/** The first of those that are alike, whichever pieces they are of, speaks for all. */
export function oneOfAlike(findings: readonly Finding[], model: Model): Finding[] {
  if (findings.length < 2) return [...findings]
  const plain = plainly(model)
  return grouped(findings, (f) => `${f.level} ${plain(f.says)}`).map((all) =>
    spokenFor(all, 'also in', model),
  )
}

/**
 * Of more than a few, those that differ by their figures alone are told as one, too; what a maker has
 * accepted stays as it was accepted.
 */
export function condensed(findings: readonly Finding[], model: Model): Finding[] {
  const open = new Set(standing(findings, model.project))
  if ([...open].filter((f) => f.level !== 'note').length <= FEW) return [...findings]
  const plain = plainly(model)
  // Those that were told as one say more than their first.
  const said = (f: Finding) => plain(f.says.split('; also in ')[0]!).replace(', within ', ', ')
  return grouped(findings, (f) =>
    open.has(f) ? `${f.check} ${f.level} ${said(f).replaceAll(FIGURES, '#')}` : f.id,
  ).map((all) => spokenFor(all, 'and so, by other figures, in', model))
}

function grouped(findings: readonly Finding[], by: (f: Finding) => string): Finding[][] {
  const groups = new Map<string, Finding[]>()
  for (const f of findings) {
    const key = by(f)
    const group = groups.get(key)
    if (group) group.push(f)
    else groups.set(key, [f])
  }
  return [...groups.values()]
}

function spokenFor(all: readonly Finding[], so: string, model: Model): Finding {
  const [first, ...rest] = all as [Finding, ...Finding[]]
  if (rest.length === 0) return first
  const at: Spoken[] = []
  for (const s of all.flatMap((f) => f.at)) if (!at.some((x) => same(x, s))) at.push(s)
  const { mends: _, ...alone } = first
  const others = `${so} ${sayOthers(first, rest, model)}`
  const mends = mendsOfAll(all, others)
  return {
    ...alone,
    says: `${first.says}; ${others}`,
    ...(mends.length > 0 && { mends }),
    at,
    about: shortMark(all.map((f) => f.about)),
  }
}

/** What mends each of them, done to all at once; nothing where they are not mended alike. */
function mendsOfAll(all: readonly Finding[], others: string): Mend[] {
  const [first, ...rest] = all.map((f) => f.mends ?? [])
  if (!first || rest.some((mends) => mends.length !== first.length)) return []
  return first.map((mend, n) => {
    const changes = new Map<string, Change>()
    for (const c of [mend, ...rest.map((mends) => mends[n]!)].flatMap((m) => m.changes))
      changes.set(JSON.stringify(c), c)
    return { says: `${mend.says}; ${others}`, changes: [...changes.values()] }
  })
}

/** As many sentences are kept without their names. */
const MOST_KEPT = 5000

type Plainly = (says: string) => string
const patterns = new WeakMap<Model, Plainly>()
let last: { readonly names: string; readonly plainly: Plainly } | null = null

/**
 * A sentence without names of pieces and copies, the longest first: "Shelf #12" is not "Shelf #1" and a 2.
 * Kept while the names are the same.
 */
function plainly(model: Model): Plainly {
  let found = patterns.get(model)
  if (found) return found
  const { instances, pieces } = model.resolved
  const names = [...new Set([...instances.map((i) => i.name), ...pieces.map((p) => p.piece.name)])]
  const key = names.join('\n')
  if (last?.names === key) found = last.plainly
  else {
    const all = names.sort((a, b) => b.length - a.length).map((n) => n.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
    const any = new RegExp(`(?<![\\p{L}\\p{N}])(?:${all.join('|')})(?![\\p{L}\\p{N}])`, 'gu')
    const said = new Map<string, string>()
    found = (says) => {
      if (said.size > MOST_KEPT) said.clear()
      let plain = said.get(says)
      if (plain === undefined)
        said.set(says, (plain = says.replace(any, '·').replaceAll(/(edge|end) [12]/g, '$1')))
      return plain
    }
    last = { names: key, plainly: found }
  }
  patterns.set(model, found)
  return found
}

/** What the others are of, by the names that the first does not say. */
function sayOthers(first: Finding, rest: readonly Finding[], model: Model): string {
  const byKey = instancesByKey(model)
  const of = (f: Finding) => [
    ...f.at.map((s) => byKey.get(s.instance)?.name),
    f.piece === undefined ? undefined : model.resolved.byId.get(f.piece)?.piece.name,
  ]
  const said = new Set(of(first))
  const others = rest.map((f) => of(f).find((n) => n !== undefined && !said.has(n)))
  if (others.every((n) => n !== undefined)) return sayNames(others)
  return rest.length === 1 ? 'one more place' : `${rest.length} more places`
}

const same = (a: Spoken, b: Spoken): boolean =>
  a.instance === b.instance && a.feature === b.feature && a.point?.join() === b.point?.join()
