/** The cut list: every different finished piece once, with what it is cut from. */
import type { Model } from '../model'
import type { Mm } from '../measure'
import { diametersOf, shapedIn, type FinishedSizes } from './finished'
import { sayLength, type Instance, type ResolvedStock, type SizeName } from '../resolve'
import { countOf, workKind, type Feature } from '../work'
import { findAlike } from './identical'

export interface CutRow {
  readonly mark: string
  readonly name: string
  readonly quantity: number
  readonly mirrored: number
  /** Finished. */
  readonly length: Mm
  readonly width: Mm
  readonly thickness: Mm
  /** Those of the three that are diameters. */
  readonly round: readonly SizeName[]
  /** What it is cut from, with what is allowed for truing. */
  readonly roughLength: Mm
  readonly roughWidth: Mm
  readonly roughThickness: Mm
  /** Those of its sizes that it is smaller in than the block it is cut from. */
  readonly shaped: readonly SizeName[]
  readonly stock: ResolvedStock | null
  readonly grain: string
  /** "5 dados, 1 rabbet". */
  readonly work: string
  readonly note: string
  /** The first of them: its piece, and which of its copies, from 1. */
  readonly of: { readonly piece: string; readonly index: number }
}

export interface CutGroup {
  readonly stock: ResolvedStock | null
  readonly rows: readonly CutRow[]
  /** Of the rough pieces: square metres, running metres and cubic metres. */
  readonly area: number
  readonly running: number
  readonly volume: number
  /** As the trade counts them, for boards; 0 for anything else. */
  readonly boardFeet: number
}

export interface CutList {
  readonly rows: readonly CutRow[]
  readonly groups: readonly CutGroup[]
}

/** Thicknesses that differ by less are one. */
const SAME: Mm = 1e-3
const MM2 = 1e-6
const MM3 = 1e-9
export const SQUARE_FEET_PER_M2 = 1 / 0.09290304
export const FEET_PER_M = 1 / 0.3048
/** A board foot is 144 cubic inches. */
const BOARD_FOOT = 144 * 25.4 ** 3
const INCH = 25.4

/** `finished` tells how large a piece comes out; as large as its blank, where that is not known. */
export function cutList(model: Model, finished?: FinishedSizes): CutList {
  const { extraLength, extraWidth } = model.resolved.settings
  const noted = model.project.pieces.filter((p) => p.note)
  const rows = findAlike(model).map((alike): CutRow => {
    const first = alike.instances[0]!
    const size = boughtFor(model, first)
    // What is made from something else than the block round it is told by that.
    const [length, width, thickness] = (size === first && finished?.(first)) || [
      size.length,
      size.width,
      size.thickness,
    ]
    const planed = planedFrom(size.thickness, alike.stock, model)
    const pieces = new Set(alike.instances.map((i) => i.piece))
    return {
      mark: alike.mark,
      name: alike.name,
      quantity: alike.instances.length,
      mirrored: alike.mirrored,
      length,
      width,
      thickness,
      round: size === first ? diametersOf(model, first, [length, width, thickness]) : [],
      shaped: shapedIn([size.length, size.width, size.thickness], [length, width, thickness]),
      roughLength: size.length + extraLength,
      roughWidth: size.width + extraWidth,
      roughThickness: size.thickness,
      stock: alike.stock,
      grain: alike.stock?.stock.grain === false ? 'any' : 'length',
      work: [
        ...(planed === null ? [] : [sayPlaned(size.thickness, model)]),
        ...saidWork(model.features(first)),
      ].join(', '),
      note: noted
        .filter((p) => pieces.has(p.id))
        .map((p) => p.note)
        .join('; '),
      of: { piece: first.piece, index: first.index },
    }
  })
  const byStock = new Map<string, CutRow[]>()
  for (const row of rows) byStock.set(row.stock?.id ?? '', [...(byStock.get(row.stock?.id ?? '') ?? []), row])
  const groups = [...byStock.values()].map((list): CutGroup => ({
    stock: list[0]!.stock,
    rows: list,
    ...sumsOf(list),
  }))
  return { rows, groups }
}

/** What is cut for a piece: the block round it, or what some of its work is made from instead. */
export function boughtFor(
  model: Model,
  instance: Instance,
): { readonly length: Mm; readonly width: Mm; readonly thickness: Mm } {
  const all = model.features(instance).flatMap((f) => workKind(f).bought?.(f.data) ?? [])
  return all[0] ?? instance
}

/**
 * How thick the board is that a piece is planed from; null where it is as thick, or where that takes more off
 * than is allowed.
 */
export function planedFrom(thickness: Mm, stock: ResolvedStock | null, { resolved }: Model): Mm | null {
  if (stock?.stock.kind !== 'board' || stock.thickness === null) return null
  const off = stock.thickness - thickness
  return off > SAME && off <= resolved.settings.planing + SAME ? stock.thickness : null
}

/** "plane to 3/4". */
export const sayPlaned = (thickness: Mm, { resolved }: Model): string =>
  `plane to ${sayLength(resolved, thickness)}`

/**
 * Board feet of a row of boards, by the thickness and the width they are sold by; under an inch counts as one
 * (National Hardwood Lumber Association, rules for measurement).
 */
function boardFeetOf({ stock, roughLength, roughWidth, roughThickness }: CutRow): number {
  if (stock?.stock.kind !== 'board') return 0
  const thick = stock.nominalThickness ?? Math.max(stock.thickness ?? 0, roughThickness)
  const wide = stock.nominalWidth !== null && stock.width ? stock.nominalWidth / stock.width : 1
  return (roughLength * roughWidth * wide * Math.max(thick, INCH)) / BOARD_FOOT
}

/** Square metres, running metres and cubic metres of the rough pieces. */
export function sumsOf(list: readonly CutRow[]): Pick<CutGroup, 'area' | 'running' | 'volume' | 'boardFeet'> {
  const sum = (f: (r: CutRow) => number) => list.reduce((n, r) => n + r.quantity * f(r), 0)
  return {
    area: sum((r) => r.roughLength * r.roughWidth) * MM2,
    running: sum((r) => r.roughLength) / 1000,
    volume: sum((r) => r.roughLength * r.roughWidth * r.roughThickness) * MM3,
    boardFeet: sum(boardFeetOf),
  }
}

function saidWork(features: readonly Feature[]): string[] {
  const counts = new Map<string, number>()
  for (const f of features) {
    const name = workKind(f).name(f.data)
    counts.set(name, (counts.get(name) ?? 0) + countOf(f))
  }
  return [...counts].map(([name, n]) => `${n} ${name}${n === 1 ? '' : name.endsWith('ch') ? 'es' : 's'}`)
}
