/** Every kind of tool. What is taken from a piece is told by plain solids in its own frame, millimetres. */
import type { Mm } from '../measure'
import { extentOf } from '../outline'
import { AXES, STILL, vec3, type Axis, type Box, type Frame, type Vec3 } from '../pieces'
import { bent, type Bent } from './tools/bent'
import { box, type Block } from './tools/box'
import { drill, type Drill } from './tools/drill'
import { BEYOND, laid, type Lay } from './tools/frames'
import type { Bulk, Cylinder, Making, RoundAxis, ToolKind, Traced } from './tools/kind'
import type { Stretch } from './tools/line'
import { plane, type Plane } from './tools/plane'
import { prism, type Prism } from './tools/prism'
import { outlined, type Outlined } from './tools/outlined'
import type { Among, Run } from './tools/looking'
import { run } from './tools/run'
import { inset, type Inset } from './tools/inset'
import { ruled, type Ruled } from './tools/ruled'
import { sunk, type Sunk } from './tools/sunk'
import { turned, type Turned } from './tools/turned'

export type Tool = Block | Prism | Outlined | Drill | Plane | Run | Turned | Ruled | Bent | Inset | Sunk

/** A new kind is a file, its type above and a line here. */
const KINDS: { readonly [K in Tool['kind']]: ToolKind<Extract<Tool, { kind: K }>> } = {
  box,
  prism,
  outlined,
  drill,
  plane,
  run,
  turned,
  ruled,
  bent,
  inset,
  sunk,
}

const kindOf = (tool: Tool): ToolKind<Tool> => KINDS[tool.kind]

/** A tool given in one frame, as another has it. */
export const toolInto = (to: Frame, from: Frame, tool: Tool): Tool =>
  kindOf(tool).into(tool, to, from) as Tool

/**
 * A text that is equal for tools that take the same from a board of this size, when it is laid on itself as
 * told.
 */
export const toolSignature = (tool: Tool, size: Vec3, lay: Lay): string =>
  kindOf(tool).signature(tool, size, laid(size, lay), (other, frame) =>
    toolSignature(toolInto(STILL, frame, other as Tool), size, lay),
  )

/** A text that is equal for tools that make the same solid; lengths as `snap` has them. */
export const toolKey = (tool: Tool, snap: (n: number) => number): string =>
  kindOf(tool).key(tool, snap, (other) => toolKey(other as Tool, snap))

/** Which of a tool's surfaces a place with this normal is on: flat ones from 0, round ones from −1 down. */
export const toolSurface = (tool: Tool, at: Vec3, normal: Vec3): number =>
  kindOf(tool).surface(tool, at, normal)

/** By how many degrees flats of a tool turn at most that stand for one surface. */
export const toolSmooth = (tool: Tool): number => kindOf(tool).smooth ?? 1

/** The cylinder that a round surface of a tool is a part of; null where there is none. */
export const toolCylinder = (tool: Tool, surface: number): Cylinder | null =>
  kindOf(tool).cylinder?.(tool, surface) ?? null

/** Axes that what a tool leaves is round about. */
export const toolAxes = (tool: Tool): readonly RoundAxis[] => kindOf(tool).axes?.(tool) ?? []

/** A tool with the piece standing among other wood; for tools that look at that. */
export const toolAmong = (tool: Tool, among: Among): Tool =>
  (kindOf(tool).among?.(tool, among) as Tool | undefined) ?? tool

/** A tool without what only its solid is made from. */
export const withoutMesh = (tool: Tool): Tool =>
  (kindOf(tool).withoutMesh?.(tool) as Tool | undefined) ?? tool

/** Whether a tool is a round hole, whose rim is left alone unless it is asked for. */
export const isHole = (tool: Tool): boolean => kindOf(tool).hole ?? false

/** What a tool takes of the plane where an own axis has a value, as loops; round holes are told elsewhere. */
export const toolMouth = (tool: Tool, axis: Axis, at: Mm): readonly (readonly Vec3[])[] =>
  kindOf(tool).mouth?.(tool, axis, at) ?? []

/** What a tool takes as it is seen along an own axis; null where that is not alike all along. */
export const toolTraced = (tool: Tool, axis: Axis): Traced | null => kindOf(tool).traced?.(tool, axis) ?? null

/**
 * Where what a tool takes, or leaves alone within that, ends along an own axis, as far as it is told exactly.
 */
export function toolEnds(tool: Tool, axis: Axis): Mm[] {
  const seen = AXES.flatMap((along) => {
    const traced = toolTraced(tool, along)
    if (!traced) return []
    if (along === axis) return [traced.from, traced.to]
    const way = AXES.filter((i) => i !== along).indexOf(axis) as 0 | 1
    return [...traced.loops, ...(traced.spared ?? [])].flatMap((loop) => extentOf(loop).map((p) => p[way]))
  })
  return [...seen, ...(kindOf(tool).ends?.(tool, axis) ?? [])]
}

/** The stretches of a line that a tool takes, by a place on it and a unit vector, as far as it tells. */
export const toolLine = (tool: Tool, at: Vec3, way: Vec3): readonly Stretch[] =>
  kindOf(tool).line?.(tool, at, way) ?? []

/** The plain body that a tool takes; null where none comes near it. */
export const toolBulk = (tool: Tool): Bulk | null => kindOf(tool).bulk?.(tool) ?? null

/** The solid that a tool takes away from a piece of this size. */
export const toolSolid = <S>(tool: Tool, size: Vec3, make: Making<S>): S =>
  kindOf(tool).solid(tool, size, make)

const ON_SURFACE: Mm = 1e-4

export const boxTool = (b: Box): Tool => ({ kind: 'box', min: b.min, max: b.max })

/** All that lies about a round rod of which a piece of this size is a length, its axis along that. */
export function aboutRod([long, wide, thick]: Vec3): Tool {
  const [r, out] = [wide / 2, wide]
  return {
    kind: 'turned',
    frame: { origin: [0, r, thick / 2], x: [0, 1, 0], y: [0, 0, 1], z: [1, 0, 0] },
    section: [
      [r, -BEYOND],
      [out, -BEYOND],
      [out, long + BEYOND],
      [r, long + BEYOND],
    ],
    sides: [0, 1, 2, 3].map((piece) => ({ piece, straight: piece === 3 })),
    flats: 0,
  }
}

/** A block in a piece of this size, reaching out wherever it comes to the surface. */
export function runOut(b: Box, size: Vec3): Tool {
  return {
    kind: 'box',
    min: vec3((i) => b.min[i] - (b.min[i] <= ON_SURFACE ? BEYOND : 0)),
    max: vec3((i) => b.max[i] + (b.max[i] >= size[i] - ON_SURFACE ? BEYOND : 0)),
  }
}

export {
  BEYOND,
  boxInto,
  frameAlong,
  frameInto,
  gridded,
  pointInto,
  sideAlong,
  vectorInto,
  type Lay,
  type Vec2,
} from './tools/frames'
export type { Bulk, Making, SetIn, Traced } from './tools/kind'
export type { Among, Assembly, Looks, Member, Mesh, Rim, RimSide, Run } from './tools/looking'
export { loopOf, straightLoop, type Loop } from './tools/outlined'
export { cutProfile as cutAt } from './tools/run'
