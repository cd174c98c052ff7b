/**
 * The project document, exactly as it is kept and exported. Every measure is the text the maker typed, with
 * pieces referred to by id (`@p7.right`). Nothing in here is worked out.
 */
import './jitless'
import * as z from 'zod'
import { Expression } from './expression'
import { CopyPath, GoneId, Id, Name, OwnFields, PlacementId, says } from './ids'
import { Accepted, Limits, Measurement } from './judged'
import { Outline } from './outline'
import { MOST_TRACE_IMAGES, TraceImage } from './traceImage'
import { Edge, Place } from './place'
import { Addition, Adjustment, NO_TITLES, Revision, SheetEdit, SheetKey, TitleFields } from './sheets'

export {
  Accepted,
  CopyPath,
  Expression,
  GoneId,
  Id,
  Limits,
  Name,
  OwnFields,
  PlacementId,
  Measurement,
  TraceImage,
  Addition,
  Adjustment,
  Revision,
  SheetEdit,
  SheetKey,
}

export const FORMAT = 'ergaton-project'
export const VERSION = 4

export const ParameterName = z
  .string()
  .regex(/^[\p{L}_][\p{L}\p{N}_]{0,39}$/u, says('A named value’s name is one word of letters, digits and _'))

export const Direction = z.enum(['across', 'deep', 'up'])
const LINE: Readonly<Record<string, string>> = {
  right: 'across',
  left: 'across',
  back: 'deep',
  front: 'deep',
  up: 'up',
  down: 'up',
}
/** Where the length and the show face point: two ways that lie square to each other. */
export const FacingId = z
  .string()
  .regex(/^(right|left|back|front|up|down)-(right|left|back|front|up|down)$/, says('there is no such facing'))
  .refine((id) => LINE[id.split('-')[0]!] !== LINE[id.split('-')[1]!], {
    error: 'there is no such facing: length and face cannot point along one line',
  })

/** Two of start, end, centre and size say where a piece is; with fewer it is loose. */
export const FACTS = ['start', 'end', 'centre', 'size'] as const
export const Span = z
  .object({
    start: Expression.optional(),
    end: Expression.optional(),
    centre: Expression.optional(),
    size: Expression.optional(),
  })
  .strict()
  .refine((span) => Object.values(span).filter((v) => v !== undefined).length <= 2, {
    error: 'a span takes two of start, end, centre and size, not more',
  })

/**
 * Several of one: with equal gaps between two places (*even*), a step apart (*pitch*), or round an axis
 * (*ring*):
 * `direction` is the axis, `centre1` and `centre2` where it stands in the other two directions (in the order
 * across, deep, up), `start` the turn of the first, anticlockwise seen against the direction.
 */
export const Repeat = z.discriminatedUnion('kind', [
  z
    .object({
      kind: z.literal('even'),
      direction: Direction,
      count: Expression,
      from: Expression,
      to: Expression,
    })
    .strict(),
  z.object({ kind: z.literal('pitch'), direction: Direction, count: Expression, pitch: Expression }).strict(),
  z
    .object({
      kind: z.literal('ring'),
      direction: Direction,
      count: Expression,
      centre1: Expression,
      centre2: Expression,
      start: Expression.default('0'),
    })
    .strict(),
])

const OwnEdge = Edge.refine((e) => e.between.every((s) => s.kind === 'face'), {
  error: 'it turns about an edge between two of the six faces of the piece',
})
/**
 * A turn about one of the piece's own edges, between two of its six faces; right-handed about the own axis.
 */
export const Tilt = z.object({ at: OwnEdge, angle: Expression }).strict()

const Spans = z.object({ across: Span, deep: Span, up: Span }).strict()
/**
 * Work that a maker puts on a piece, or on a group as one block. What it needs is the kind's own, checked by
 * the kind (core/work): measures in `fields`, choices in `options`, what is drawn on the face in `outline`.
 * `off` leaves it out without losing it.
 */
export const Step = z
  .object({
    id: Id,
    kind: z.string().regex(/^[a-z-]{1,40}$/),
    off: z.boolean().default(false),
    at: Place,
    fields: OwnFields,
    options: z.record(z.string(), z.string().max(40)).default({}),
    outline: Outline.optional(),
  })
  .strict()
/** In the order it is done. */
const work = z.array(Step).max(200).default([])

const base = {
  id: Id,
  name: Name,
  note: z.string().max(2000).default(''),
  /** The group it belongs to. */
  group: Id.nullable().default(null),
  /** The copies that have become something of their own. */
  except: z.array(CopyPath).max(500).default([]),
  /** The one copy it is, for what has been parted from others: however many they become, it stays one. */
  only: CopyPath.nullable().default(null),
}
export const MadePiece = z
  .object({
    ...base,
    kind: z.literal('made'),
    stock: Id,
    facing: FacingId,
    spans: Spans,
    tilts: z.array(Tilt).max(2).default([]),
    repeat: Repeat.nullable().default(null),
    work,
  })
  .strict()
/** A twin is its original seen in a mirror: a plane square to `direction`, `about` from the room's origin. */
export const TwinPiece = z
  .object({ ...base, kind: z.literal('twin'), of: Id, direction: Direction, about: Expression })
  .strict()
export const Piece = z.discriminatedUnion('kind', [MadePiece, TwinPiece])

/**
 * Where a group stands once more: turned by quarter turns, each right-handed about a direction, and moved so
 * that its box starts where told; or seen in a mirror, as a twin is.
 */
export const Placement = z.discriminatedUnion('kind', [
  z
    .object({
      kind: z.literal('moved'),
      id: PlacementId,
      turns: z.array(Direction).max(3).default([]),
      across: Expression.optional(),
      deep: Expression.optional(),
      up: Expression.optional(),
    })
    .strict(),
  z
    .object({ kind: z.literal('mirrored'), id: PlacementId, direction: Direction, about: Expression })
    .strict(),
])
/** Pieces and groups that go together. A direction of its box without facts is that of what it holds. */
export const Group = z
  .object({
    ...base,
    spans: Spans,
    work,
    repeat: Repeat.nullable().default(null),
    placements: z
      .array(Placement)
      .max(200)
      .refine((all) => new Set(all.map((p) => p.id)).size === all.length, {
        error: 'two placements have one id',
      })
      .default([]),
  })
  .strict()

/**
 * A joint between pieces. `between` lists its members, the one that goes in first; each with the face
 * concerned where that matters. What else it needs is the kind's own, checked by the kind (core/joints):
 * measures in
 * `fields`,
 * choices in `options`.
 */
export const Joint = z
  .object({
    id: Id,
    kind: z.string().regex(/^[a-z-]{1,40}$/),
    between: z
      .array(z.object({ piece: Id, at: Place.nullable().default(null) }).strict())
      .min(2)
      .max(12),
    fields: OwnFields,
    options: z.record(z.string(), z.string().max(40)).default({}),
  })
  .strict()

const hardwareBase = {
  id: Id,
  name: Name,
  count: Expression,
  /** The piece it is fixed to; as many more of it as there are of the piece. */
  on: Id.nullable().default(null),
  note: z.string().max(2000).default(''),
}
/**
 * What is bought and counted: knobs, slides, screws. A hinge also says what it lets swing, about which edge,
 * how far; one that turns about a hole is made of wood, and not bought.
 */
export const Hardware = z.discriminatedUnion('kind', [
  z
    .object({
      ...hardwareBase,
      kind: z.literal('item'),
      /** How long it is, where it goes into wood; null for what does not. */
      length: Expression.nullable().default(null),
    })
    .strict(),
  z
    .object({
      ...hardwareBase,
      kind: z.literal('hinge'),
      on: Id,
      /** The edge of `on` that it turns about, or the axis of the first hole of a step or a joint there. */
      at: z.union([OwnEdge, z.object({ kind: z.literal('hole'), of: Id }).strict()]),
      /** Pieces and groups that swing. */
      moves: z.array(Id).min(1).max(100),
      /** How far it is to open, degrees; right-handed about the own axis of `on`, so it may be negative. */
      limit: Expression,
      /** How far it turns the other way as well, degrees, more than nothing; not at all, when not said. */
      back: Expression.optional(),
    })
    .strict(),
])

const Place3 = z.tuple([z.number(), z.number(), z.number()])
/**
 * A view of the bench that is kept: where the eye is and what it looks at (room, millimetres), which pieces
 * are hidden, how far pieces stand apart (0 together, 1 each joint opened by half of the longest extent),
 * where the wood is cut open.
 */
export const SavedView = z
  .object({
    id: Id,
    name: Name,
    from: Place3,
    at: Place3,
    hidden: z.array(Id).max(2000).default([]),
    apart: z.number().min(0).max(2).default(0),
    section: z
      .object({
        axis: z.union([z.literal(0), z.literal(1), z.literal(2)]),
        share: z.number(),
        beyond: z.boolean(),
      })
      .strict()
      .nullable()
      .default(null),
  })
  .strict()
  .refine((v) => v.from.some((x, i) => Math.abs(x - v.at[i]!) > 1e-6), {
    error: 'its eye is not where it looks at',
  })

export const StockKind = z.enum(['board', 'sheet', 'rod'])
export const Stock = z
  .object({
    id: Id,
    name: Name,
    kind: StockKind,
    species: z.string().max(60),
    thickness: Expression,
    /** A board's or a sheet's width; null for rods, and for boards that come in random widths. */
    width: Expression.nullable(),
    /** The sizes it is sold by, where they are others: a 1×10 that measures 3/4 × 9 1/4. */
    nominalThickness: Expression.nullable().default(null),
    nominalWidth: Expression.nullable().default(null),
    lengths: z.array(Expression).max(24),
    /** True when pieces must keep their length along the stock's. */
    grain: z.boolean().default(true),
    /** How its boards were sawn from the log: through and through (flat), or with the rays (quarter). */
    cut: z.enum(['flat', 'quarter']).default('flat'),
    /**
     * Price of one running metre of a board or a rod, in the maker's own money; or of one sheet of the
     * first of its lengths, others going by their area.
     */
    price: z.number().nonnegative().max(1e6).nullable().default(null),
  })
  .strict()

const rpm = z.number().int().min(100).max(60_000)
/**
 * A router bit. `fields` are the measures of its shape (core/rack/bits); `bearing` is the diameter of what
 * rolls along the wood, null for none; `bite` is the deepest it is to cut in one pass, `speed` the turns a
 * minute from least to most: null for what goes by its size.
 */
export const Bit = z
  .object({
    id: Id,
    name: Name,
    shape: z.string().regex(/^[a-z-]{1,40}$/),
    fields: OwnFields,
    bearing: Expression.nullable().default(null),
    shank: Expression,
    bite: Expression.nullable().default(null),
    speed: z
      .tuple([rpm, rpm])
      .refine(([least, most]) => least <= most, says('the least speed is above the most'))
      .nullable()
      .default(null),
  })
  .strict()

export const Defect = z
  .object({
    x: Expression,
    y: Expression,
    length: Expression,
    width: Expression,
    note: z.string().max(200).default(''),
  })
  .strict()
/**
 * One real board, measured, with the places to avoid; x runs along it from its left end, y across it from its
 * lower edge.
 */
export const MeasuredBoard = z
  .object({
    id: Id,
    name: Name,
    stock: Id,
    length: Expression,
    width: Expression,
    thickness: Expression.nullable().default(null),
    defects: z.array(Defect).max(60).default([]),
  })
  .strict()

export const Parameter = z
  .object({
    id: Id,
    name: ParameterName,
    kind: z.enum(['length', 'number', 'angle']),
    expression: Expression,
  })
  .strict()

export const Style = z.discriminatedUnion('unit', [
  z
    .object({
      unit: z.literal('in'),
      form: z.enum(['fraction', 'decimal']),
      denominator: z.union([z.literal(8), z.literal(16), z.literal(32), z.literal(64)]).default(64),
      places: z.number().int().min(0).max(6).default(3),
    })
    .strict(),
  z
    .object({
      unit: z.literal('mm'),
      form: z.literal('decimal'),
      places: z.number().int().min(0).max(4).default(1),
    })
    .strict(),
])

/** Sizes of paper, on their sides where not said. */
export const PAPERS = [
  'a4',
  'a4-upright',
  'a3',
  'a3-upright',
  'a2',
  'a2-upright',
  'letter',
  'letter-upright',
  'tabloid',
  'tabloid-upright',
  'ansi-c',
  'ansi-c-upright',
] as const
export type Paper = (typeof PAPERS)[number]

export const Settings = z
  .object({
    style: Style,
    /** Clearance over the guest's measured thickness, both sides together. */
    fit: Expression,
    kerf: Expression,
    /** Cut off each end of a board or sheet before anything else, and off each edge. */
    trim: Expression,
    edgeTrim: Expression,
    /** The most that boards are planed down to the thickness of a piece. */
    planing: Expression,
    /** What a rough piece is longer and wider than the finished one. */
    extraLength: Expression,
    extraWidth: Expression,
    paper: z.enum(PAPERS),
    projection: z.enum(['third', 'first']),
    titles: TitleFields.default(NO_TITLES),
    /** How positions are dimensioned: running from one reference, chained, or in rows from a baseline. */
    manner: z.enum(['running', 'chain', 'baseline']).default('running'),
    /** What the set has besides its drawings. */
    extras: z
      .array(z.enum(['sticks']))
      .max(10)
      .default([]),
  })
  .strict()

/**
 * Part of a file that could not be used, raw: which list or setting it was in, what is wrong, and its JSON
 * text.
 */
export const SetAside = z
  .object({
    id: Id,
    list: z.enum([
      'parameters',
      'stock',
      'boards',
      'bits',
      'pieces',
      'groups',
      'joints',
      'hardware',
      'views',
      'pictures',
      'accepted',
      'readings',
      'sheets',
      'adjustments',
      'additions',
      'revisions',
      'work',
      'settings',
      'other',
    ]),
    where: z.string().max(200),
    why: z.string().max(1000),
    text: z.string().max(2_000_000),
  })
  .strict()

export const Project = z
  .object({
    format: z.literal(FORMAT),
    version: z.literal(VERSION),
    id: Id,
    name: Name,
    settings: Settings,
    parameters: z.array(Parameter).max(500),
    stock: z.array(Stock).max(500),
    boards: z.array(MeasuredBoard).max(500),
    bits: z.array(Bit).max(200).default([]),
    pieces: z.array(Piece).max(2000),
    groups: z.array(Group).max(500),
    joints: z.array(Joint).max(5000),
    hardware: z.array(Hardware).max(500),
    /** Views of the bench that are kept by name; Plans draws a sheet of each. */
    views: z.array(SavedView).max(100).default([]),
    /** What outlines are traced from. */
    pictures: z.array(TraceImage).max(MOST_TRACE_IMAGES).default([]),
    /** What the maker takes to be right, too thin, too much. */
    limits: Limits.default({ off: [] }),
    /** Findings that the maker has looked at and means to have so. */
    accepted: z.array(Accepted).max(2000).default([]),
    /** What the shop has measured. */
    readings: z.array(Measurement).max(5000).default([]),
    /** Sheets of the plans that are renamed or left out. */
    sheets: z.array(SheetEdit).max(3000).default([]),
    /** In which order drawings come; what is not in it comes after what it would stand behind. */
    sheetOrder: z.array(SheetKey).max(5000).default([]),
    /** Things on sheets that are moved, hidden, reworded; and what is drawn besides. */
    adjustments: z.array(Adjustment).max(5000).default([]),
    additions: z.array(Addition).max(2000).default([]),
    /** Sets that were given out, the first one first. */
    revisions: z.array(Revision).max(200).default([]),
    /** Names of what was deleted while something still referred to it, so that it can be spoken of. */
    gone: z.record(GoneId, z.string()).default({}),
    /** What could not be used when the file was read, until it is mended or thrown away. */
    setAside: z.array(SetAside).max(2000).default([]),
  })
  .strict()

export type Project = z.infer<typeof Project>
export type SetAside = z.infer<typeof SetAside>
export type Piece = z.infer<typeof Piece>
export type MadePiece = z.infer<typeof MadePiece>
export type TwinPiece = z.infer<typeof TwinPiece>
export type Span = z.infer<typeof Span>
export type Fact = (typeof FACTS)[number]
export type Repeat = z.infer<typeof Repeat>
export type Tilt = z.infer<typeof Tilt>
export type Placement = z.infer<typeof Placement>
export type Group = z.infer<typeof Group>
export type SavedView = z.infer<typeof SavedView>
export type Hardware = z.infer<typeof Hardware>
export type Joint = z.infer<typeof Joint>
export type Step = z.infer<typeof Step>
export type Stock = z.infer<typeof Stock>
export type Bit = z.infer<typeof Bit>
export type MeasuredBoard = z.infer<typeof MeasuredBoard>
export type Parameter = z.infer<typeof Parameter>
export type Settings = z.infer<typeof Settings>
export type Direction = z.infer<typeof Direction>
