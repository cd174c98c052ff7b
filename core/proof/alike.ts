/** Findings that say the same of other copies and twins, as one. */
import type { Finding } from './finding'
import type { Spoken } from '../resolve'

/** What a finding says, whichever pieces it says it of. */
function saidOf({ says, level, check, at }: Finding, names: ReadonlyMap<string, string>): string {
  const named = [...new Set(at.map((s) => names.get(s.instance) ?? ''))].filter(Boolean)
  // Longer names first: "Shelf #12" is not "Shelf #1" and a 2.
  const plain = named
    .sort((a, b) => b.length - a.length)
    .reduce((text, name) => text.split(name).join('·'), says.replaceAll(/(edge|end) [12]/g, '$1'))
  return `${check} ${level} ${plain}`
}

/** `names` are those of instances by their keys. The first of those that are alike speaks for all. */
export function oneOfAlike(findings: readonly Finding[], names: ReadonlyMap<string, string>): Finding[] {
  const groups = new Map<string, Finding[]>()
  for (const f of findings) {
    const said = saidOf(f, names)
    const group = groups.get(said)
    if (group) group.push(f)
    else groups.set(said, [f])
  }
  return [...groups.values()].map((all) => {
    const [first, ...rest] = all as [Finding, ...Finding[]]
    if (rest.length === 0) return first
    const at: Spoken[] = []
    for (const s of all.flatMap((f) => f.at)) if (!at.some((x) => same(x, s))) at.push(s)
    const { mends: _, ...alone } = first
    const more = rest.length === 1 ? 'one more place' : `${rest.length} more places`
    return { ...alone, says: `${first.says}; likewise in ${more}`, at, about: mixed(all.map((f) => f.about)) }
  })
}

const same = (a: Spoken, b: Spoken): boolean =>
  a.instance === b.instance && a.feature === b.feature && a.point?.join() === b.point?.join()

/** Marks of several findings as one of the same length. */
const mixed = (marks: readonly string[]): string => {
  let [high, low] = [7, 11]
  for (const m of marks) {
    high = Math.imul(high, 31) + Number.parseInt(m.slice(0, 8), 16)
    low = Math.imul(low, 37) + Number.parseInt(m.slice(8), 16)
  }
  return [high, low].map((n) => (n >>> 0).toString(16).padStart(8, '0')).join('')
}
