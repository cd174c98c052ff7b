/**
 * Work on one piece of wood, in numbers: what the maker, the solids, the drawings and the cut list all read.
 * It is in the piece's own frame (x along the length from end 1, y across from edge 1, z up from the back),
 * millimetres.
 */
import type { FaceName } from '../document'
import type { Mm } from '../measure'
import { FACE_AT, sayFace, type Axis, type Box, type Vec3 } from '../pieces'
import type { Machine } from './machine'
import { ownKind, type OnSurface, type OwnDefinition, type OwnKind, type Wood } from './own'
import type { Tool, Vec2 } from './tool'

export interface Feature<D = unknown> {
  /** Steady while its step, or the joint and the instances it is between, are. */
  readonly id: string
  readonly kind: string
  /** The instance it is on. */
  readonly on: string
  /** The joint it comes from; null for work of the piece's own. */
  readonly joint: string | null
  /** The maker's own step it is; null for what comes from a joint. */
  readonly step: string | null
  /** How often its step has been done before on this piece, where that is repeated; none, when not said. */
  readonly again?: number
  /** The instance at the other side of the joint, and its name. */
  readonly partner: { readonly key: string; readonly name: string } | null
  /** The instances it is done along with, standing together; none, when not said. */
  readonly neighbours?: readonly string[]
  readonly data: D
}

/** A sentence with its measures left open for setting in fractions. `key` says where a measure comes from. */
export type Sentence = ReadonlyArray<string | { readonly mm: Mm; readonly key?: string }>

/** What may be a slip; *stop*: what cannot be meant. */
export interface Doubt {
  readonly says: string
  readonly level: 'stop' | 'look'
}

/** A doubt where something is odd; null where it is not. */
export const doubt = (odd: unknown, says: () => string, level: Doubt['level'] = 'look'): Doubt | null =>
  odd ? { says: says(), level } : null

/** What has to be at hand besides wood: dowels, screws, inserts. */
export interface Supply {
  /** As on a list: "Dowel ⌀ 3/8 × 2". */
  readonly name: string
  readonly quantity: number
}

/**
 * What stands on a surface that earlier work has left: which that is, and the same as it is told there, that
 * surface being the face of a block; none, when it is on one of the six.
 */
export interface Standing<D> {
  readonly on?: OnSurface & { readonly told?: D }
}
/** As it is told: on the surface it was put on. */
export const toldOn = <D extends Standing<D>>(data: D): D => data.on?.told ?? data

/** "the face", "edge 1", "the floor of the dado for Shelf". */
export const theSurface = ({ face, on }: Standing<unknown> & { readonly face: FaceName }): string =>
  on?.says ?? theFace(face)

/** Round holes, all alike, into one face. Own frame, millimetres; `along` is a unit vector into the wood. */
export interface Holes {
  /** What they are for: "dowel hole", "clearance hole", "pocket". */
  readonly name: string
  readonly face: FaceName
  /** Where each axis enters the face. */
  readonly at: readonly Vec3[]
  readonly along: Vec3
  readonly diameter: Mm
  /** To the shoulder of the bit. */
  readonly depth: Mm
  readonly through: boolean
  /** How far its point reaches deeper. */
  readonly tip: Mm
}

/** A thread from where to where on its axis, the radius of its core, and its greatest diameter. */
export interface Threaded {
  readonly from: Vec3
  readonly to: Vec3
  readonly core: Mm
  readonly outside: Mm
}

/** A measure a drawing must show: from one place to another along an own axis. */
export interface Dimension {
  readonly axis: Axis
  readonly from: Mm
  readonly to: Mm
  readonly what: 'place' | 'width' | 'depth' | 'length'
}

/** "Bends of the strip, from end 1": what would be too long for a note. */
export interface Table {
  readonly title: string
  readonly columns: readonly string[]
  readonly rows: ReadonlyArray<readonly Sentence[]>
}

/** What a bit leaves of an edge, as it is seen at the end of its way. */
export interface Profile {
  /** "cove". */
  readonly title: string
  readonly bit: string
  /** From its lowest place up to the face: in from the edge, and from the face, so never above 0. */
  readonly left: readonly Vec2[]
}

/** A circle on a face, own frame: its middle, the axis square to it, and its radius. */
export interface PitchCircle {
  readonly centre: Vec3
  readonly into: Axis
  readonly radius: Mm
}

/** An angle between two ways from a place, unit vectors; own frame. */
export interface Angle {
  readonly at: Vec3
  readonly ways: readonly [Vec3, Vec3]
  /** It follows from what is told otherwise, and stands in brackets. */
  readonly follows?: true
}

/** A part of a circle, own frame: its middle and one place on it, and the axis that it is seen along. */
export interface ArcOf {
  readonly centre: Vec3
  readonly at: Vec3
  readonly into: Axis
  readonly radius: Mm
  /** All of the circle. */
  readonly whole: boolean
  /** It rounds a corner: its middle follows from the sides it runs into. */
  readonly corner: boolean
}

/** What there is to know about one kind of work. */
export interface WorkKind<D = unknown> {
  readonly kind: string
  /** What the cut list counts: "dado", "notch". */
  name(data: D): string
  /** The face a drawing must show to explain it. */
  shownOn(data: D): FaceName
  /** What is taken away, reaching a little beyond the wood where it runs out of it. */
  cut(data: D): Tool[]
  describe(data: D, partner: string | null): Sentence
  /** How many of it one feature stands for; one, when not said. */
  count?(data: D): number
  /** What one of it is, without its place: "dado ¾ × ¼ deep, on the back". */
  callout(data: D): Sentence
  /** The callout tells of all that one feature stands for. */
  readonly toldAtOnce?: true
  /** It goes into the wood: what it leaves is best seen cut open. */
  readonly inward?: true
  dimensions(data: D): Dimension[]
  /** Where it is usually done, the piece lying at it as it is then. */
  machine(data: D): Machine
  /** What has to be at hand for it besides the wood. */
  supply?(data: D): Supply | null
  /**
   * It looks at what is there, so it is done after all that comes before it, and before all that comes after;
   * other work can be done in any order.
   */
  readonly dependsOnShape?: true
  /** The radius that inside corners keep, where they were drawn sharper or what goes in is; null for none. */
  rounds?(feature: Feature<D>): Mm | null
  /** What about it may be a slip, and null for what is not, always in one order; `say` writes a length. */
  doubts?(
    feature: Feature<D>,
    wood: Pick<Wood, 'name' | 'size'>,
    say: (mm: Mm) => string,
  ): ReadonlyArray<Doubt | null>
  /** The round holes that it bores, for what stands in line with them, turns in them or is too near. */
  holes?(data: D): Holes
  /** The angles that a drawing shows, where they are seen as they are. */
  angles?(data: D): readonly Angle[]
  /** The arcs of what is drawn for it, which a drawing tells by their radii. */
  arcs?(data: D): readonly ArcOf[]
  /** What is drawn for it has curves that only a pattern tells. */
  free?(data: D): boolean
  /** Threads, which are drawn and not cut. */
  threads?(data: D): readonly Threaded[]
  /** What it is round to: diameters, and where on which axis each is, in their order along it. */
  diameters?(data: D): ReadonlyArray<{ readonly at: Vec3; readonly along: Axis; readonly mm: Mm }>
  /** The circle that they stand evenly round; null where they do not. */
  circle?(data: D): PitchCircle | null
  /** The own axis that all it leaves is round about; null where it is not. */
  roundAbout?(data: D): Axis | null
  /** How thick the wood is that it leaves all round, where that is its sense. */
  leaves?(data: D): Mm
  /** It takes no more than the corners off edges: wood that is thin between those is so by what made them. */
  readonly softens?: true
  /** It is cut when the pieces are together, as slots for keys are. */
  readonly together?: true
  /** A router goes down into the wood for it. */
  readonly plunges?: true
  /** The face on which it leaves wood standing that goes into another piece, not in its whole section. */
  stands?(data: D): FaceName
  /** The blocks of that wood. */
  standing?(data: D): readonly Box[]
  /** The faces it is to come out of, where it looks for its place. */
  opens?(data: D): readonly FaceName[]
  /** How deep it goes into sides of the wood as it is by then, square to those. */
  sinks?(data: D): Mm
  /** The straight strip that it is bent from: how long, and what is marked on it, both ends among them. */
  strip?(data: D): { readonly long: Mm; readonly marks: readonly Mm[] }
  /** The least radius of the inside of its bends, and how thick the wood is there; null where it has none. */
  tightest?(data: D): { readonly radius: Mm; readonly thick: Mm } | null
  /**
   * What is measured of a piece instead of the sides of the block round it: what each is, steady, and in
   * words. `block`: how large it comes out, own axes.
   */
  sizes?(data: D): {
    readonly block: Vec3
    readonly lines: ReadonlyArray<{ readonly what: string; readonly label: string; readonly mm: Mm }>
  }
  /** What a drawing tells of it in a table: its heading, names of columns, and rows. */
  table?(data: D): Table | null
  /** What a bit of any shape leaves along edges. */
  profile?(data: D): Profile
  /** What is cut for it instead of the block round the piece. */
  bought?(data: D): { readonly length: Mm; readonly width: Mm; readonly thickness: Mm }
  /** How a maker puts it on; null for what only joints make. */
  readonly own: OwnKind<D> | null
}

/** What defines a kind of work: the answers about it, and, where a maker can put it on, how. */
export interface WorkDefinition<D> extends Omit<WorkKind<D>, 'own'> {
  readonly own?: OwnDefinition<D>
}

/** A kind of work from what is its own. A new kind is a folder that defines it and one line in index.ts. */
export const defineWork = <D>({ own, ...d }: WorkDefinition<D>): WorkKind<D> => ({
  ...d,
  own: own ? ownKind(d.kind, own) : null,
})

/** "22.5°", to a hundredth of a degree. */
export const sayDegrees = (degrees: number): string => `${Number(degrees.toFixed(2)) + 0}°`

/** "the face", "the back", "edge 1", "end 2". */
export const theFace = (face: FaceName): string =>
  FACE_AT[face].axis === 2 ? `the ${sayFace(face)}` : sayFace(face)

/** What places along an own axis are measured from. */
export const REFERENCE = ['end 1', 'edge 1', 'the back'] as const

/** "12 from edge 1" as parts of a sentence; nothing for what starts there. */
export const fromReference = (axis: Axis, mm: Mm): Sentence =>
  mm > 1e-6 ? [', ', { mm }, ` from ${REFERENCE[axis]}`] : []

/** "0 to 7, 37 to 44" as parts of a sentence. */
export const sayRanges = (ranges: ReadonlyArray<readonly [Mm, Mm]>): Sentence =>
  ranges.flatMap(([from, to], i) => [i > 0 ? ', ' : '', { mm: from }, ' to ', { mm: to }])

export const capital = (s: string): string => s[0]!.toUpperCase() + s.slice(1)

/** What is called out, as the beginning of a sentence of its own. */
export const begun = ([first, ...rest]: Sentence): Sentence =>
  first === undefined ? [] : [typeof first === 'string' ? capital(first) : first, ...rest]

/** " — for Shelf", or nothing. */
export const forPartner = (partner: string | null): string => (partner ? ` — for ${partner}` : '')
