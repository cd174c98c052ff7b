/** What the names in a project stand for, gathered once for all its measures. */
import { firstHere, nameOfGone, type Group, type Piece, type Project } from '../document'
import type { LengthUnit, MeasureKind, Ref } from '../measure'
import type { NodeKey } from './graph'
import { groupTarget, keyOf, pieceTarget, stockTarget, type Target } from './keys'
import { standsAtHome } from './home'

export interface Names {
  readonly unit: LengthUnit
  readonly parameters: ReadonlyMap<string, { id: string; kind: MeasureKind }>
  /** Pieces and groups, each with how a reference to it is read. */
  readonly things: ReadonlyMap<string, Thing>
  readonly stocks: ReadonlySet<string>
  sayRef(ref: Ref): string
}

export interface Thing {
  readonly group: boolean
  /** It leans or stands round an axis, so its sides are those of the box round it. */
  readonly leans: boolean
  /** It stands in a group that is placed more than once, so that its instances are not in line. */
  readonly placed: boolean
  /** It stands where it is described, whole, so that its poses are those of its description. */
  readonly home: boolean
  /** The instance meant when none is said: the first that has not become something of its own. */
  readonly first: number
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
  const spoken = new Map([...pieces, ...groups, ...stock].map((p) => [p.id, p.name]))
  const piecesById = new Map(pieces.map((p) => [p.id, p]))
  const placed = placedGroups(groups)
  const inPlaced = (group: string | null) => group !== null && placed.has(group)
  const things = new Map<string, Thing>()
  for (const p of pieces)
    things.set(p.id, {
      group: false,
      leans: leansItself(p.kind === 'twin' ? piecesById.get(p.of) : p),
      placed: inPlaced(p.group),
      home: standsAtHome(p),
      first: firstHere(p),
    })
  for (const g of groups)
    things.set(g.id, {
      group: true,
      leans: false,
      placed: placed.has(g.id),
      home: false,
      first: firstHere(g),
    })
  return {
    unit: project.settings.style.unit,
    parameters: new Map(project.parameters.map((p) => [p.name, { id: p.id, kind: p.kind }])),
    things,
    stocks: new Set(stock.map((s) => s.id)),
    sayRef: (ref) => {
      const name = spoken.get(ref.id) ?? nameOfGone(project, ref.id) ?? `@${ref.id}`
      return `${name}${ref.instance === undefined ? '' : ` #${ref.instance}`}·${ref.property}`
    },
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

/** Equal when two projects call the same things by the same names. */
export function namesKey(project: Project): string {
  const { parameters, pieces, groups, stock, gone, settings } = project
  const of = (list: ReadonlyArray<{ id: string; name: string; kind: string }>) =>
    list.map((x) => `${x.id}\u0001${x.name}\u0001${x.kind}`).join('\u0002')
  const { things } = namesOf(project)
  const thing = (x: { id: string; name: string }) => {
    const { leans, placed, home, first } = things.get(x.id)!
    return `${x.id}\u0001${x.name}\u0001${leans ? 1 : 0}${placed ? 1 : 0}${home ? 1 : 0}${first}`
  }
  return [
    of(parameters),
    pieces.map(thing).join('\u0002'),
    groups.map(thing).join('\u0002'),
    of(stock),
    JSON.stringify(gone),
    settings.style.unit,
  ].join('\u0003')
}

/**
 * The poses a reference reads: unnumbered, those of the description, which is what its neighbours in a group
 * see.
 */
export const poseKey = (ref: Ref, thing: Thing): NodeKey =>
  ref.instance === undefined || thing.home ? keyOf.home(ref.id) : keyOf.pose(ref.id)

/** What a reference reads; null when nothing has its id, or it is no face or size of what has. */
export function targetOf(ref: Ref, names: Names): Target | null {
  const thing = names.things.get(ref.id)
  if (!thing) return names.stocks.has(ref.id) ? stockTarget(ref) : null
  const exact = thing.leans || (thing.placed && ref.instance !== undefined)
  return thing.group ? groupTarget(ref, exact) : pieceTarget(ref, exact ? poseKey(ref, thing) : null)
}
