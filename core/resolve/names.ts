/** What the names in a project stand for, gathered once for all its measures. */
import { firstHere, type Copy, type Group, type Piece, type Project } from '../document'
import type { LengthUnit, MeasureKind, Ref } from '../measure'
import type { NodeKey } from './graph'
import { keyOf, sizeTarget, spanTarget, stockTarget, type Target } from './keys'
import { standsAtHome } from './home'

export interface Names {
  readonly unit: LengthUnit
  readonly parameters: ReadonlyMap<string, { id: string; kind: MeasureKind }>
  /** Pieces and groups, each with how a reference to it is read. */
  readonly things: ReadonlyMap<string, Thing>
  readonly stocks: ReadonlySet<string>
  /** Own work on pieces, by its id: what it is on. */
  readonly steps: ReadonlyMap<string, Thing & { readonly piece: string }>
}

export interface Thing {
  readonly group: boolean
  /** It leans or stands round an axis, so its sides are those of the box round it. */
  readonly leans: boolean
  /** It stands in a group that is placed more than once, so that its instances are not in line. */
  readonly placed: boolean
  /** It stands where it is described, whole, so that its poses are those of its description. */
  readonly home: boolean
  /** The copy meant when none is said: the first that has not become something of its own. */
  readonly first: Copy
  /** How many its own repeat makes; null for what has none. */
  readonly count: NodeKey | null
}

const named = new WeakMap<Project, Names>()

export function namesOf(project: Project): Names {
  let names = named.get(project)
  if (!names) named.set(project, (names = gatherNames(project)))
  return names
}

const leansItself = (p: Piece | undefined): boolean =>
  p?.kind === 'made' && (p.tilts.length > 0 || p.repeat?.kind === 'ring')

function gatherNames(project: Project): Names {
  const { pieces, groups, stock } = project
  const piecesById = new Map(pieces.map((p) => [p.id, p]))
  const placed = placedGroups(groups)
  const inPlaced = (group: string | null) => group !== null && placed.has(group)
  const things = new Map<string, Thing>()
  for (const p of pieces) {
    const made = p.kind === 'twin' ? piecesById.get(p.of) : p
    things.set(p.id, {
      group: false,
      leans: leansItself(made),
      placed: inPlaced(p.group),
      home: standsAtHome(p),
      first: firstHere(p),
      count: made?.kind === 'made' && made.repeat ? keyOf.repeat(made.id, 'count') : null,
    })
  }
  for (const g of groups)
    things.set(g.id, {
      group: true,
      leans: false,
      placed: placed.has(g.id),
      home: false,
      first: firstHere(g),
      count: null,
    })
  const steps: Names['steps'] = new Map(
    pieces.flatMap((p) =>
      p.kind === 'made'
        ? p.work.map((step) => [step.id, { ...things.get(p.id)!, piece: p.id }] as const)
        : [],
    ),
  )
  return {
    unit: project.settings.style.unit,
    parameters: new Map(project.parameters.map((p) => [p.name, { id: p.id, kind: p.kind }])),
    things,
    steps,
    stocks: new Set(stock.map((s) => s.id)),
  }
}

/** The groups that there are more than one of, or that stand in such a one. */
function placedGroups(groups: readonly Group[]): Set<string> {
  const byId = new Map(groups.map((g) => [g.id, g]))
  const found = new Set<string>()
  for (const g of groups)
    for (let up: Group | undefined = g; up; up = up.group === null ? undefined : byId.get(up.group))
      if (up.repeat || up.placements.length > 0) {
        found.add(g.id)
        break
      }
  return found
}

/** Equal when references and names of two projects read alike. */
export function namesKey(project: Project): string {
  const { parameters, pieces, groups, stock, settings } = project
  const steps = [...namesOf(project).steps]
  const { things } = namesOf(project)
  const thing = (x: { id: string }) => {
    const { leans, placed, home, first, count } = things.get(x.id)!
    return `${x.id}\u0001${leans ? 1 : 0}${placed ? 1 : 0}${home ? 1 : 0}${first}\u0001${count}`
  }
  return [
    parameters.map((p) => `${p.id}\u0001${p.name}\u0001${p.kind}`).join('\u0002'),
    pieces.map(thing).join('\u0002'),
    groups.map(thing).join('\u0002'),
    stock.map((s) => s.id).join('\u0002'),
    steps.map(([id, on]) => `${id}\u0001${on.piece}`).join('\u0002'),
    settings.style.unit,
  ].join('\u0003')
}

/**
 * The poses a reference reads: unnumbered, those of the description, which is what its neighbours in a group
 * see.
 */
export const poseKey = (ref: Ref, thing: Thing): NodeKey =>
  ref.copy === undefined || thing.home ? keyOf.home(ref.id) : keyOf.pose(ref.id)

/** The node of a flat face that a step has made, as a reference means it. */
export const flatsKey = (ref: Ref, on: Thing): NodeKey =>
  keyOf.flats(ref.id, ref.property, ref.copy === undefined || on.home ? 'home' : 'pose')

/** What a reference reads; null when nothing has its id, or it is no face or size of what has. */
export function targetOf(ref: Ref, names: Names): Target | null {
  const thing = names.things.get(ref.id)
  const step = names.steps.get(ref.id)
  if (step) return { kind: 'flat', key: flatsKey(ref, step) }
  if (!thing) return names.stocks.has(ref.id) ? stockTarget(ref) : null
  const among = thing.placed && ref.copy !== undefined
  const exact = thing.leans || among
  if (thing.group) return spanTarget(ref, exact ? keyOf.bounds(ref.id) : null, null)
  const poses = poseKey(ref, thing)
  return (
    sizeTarget(ref, among ? poses : null, thing.count) ?? spanTarget(ref, exact ? poses : null, thing.count)
  )
}
