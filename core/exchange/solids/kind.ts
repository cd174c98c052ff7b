/** A piece of wood as a closed surface, and what writes some into a file. */
import type { Model } from '../../model'
import { toRoom, type Vec3 } from '../../pieces'
import { woodColour } from '../../rack'
import type { Instance } from '../../resolve'
import type { Kernel } from '../../solid'

export interface StandingSolid {
  readonly name: string
  /** As the page has it: "#e2c799". */
  readonly colour: string
  /** Corners in the room, millimetres, three numbers each: across, deep and up. */
  readonly positions: Float32Array
  /** Triangles, three corners each, anticlockwise seen from outside. */
  readonly triangles: Uint32Array
}

export interface SolidFormat {
  /** As the command line and file names have it. */
  readonly id: string
  readonly title: string
  readonly type: string
  /** What others take from it. */
  readonly says: string
  write(solids: readonly StandingSolid[], title: string): Promise<Uint8Array>
}

/** Pieces as they stand in the room; mirror images come out the right way round. */
export const standingIn = (
  model: Model,
  kernel: Kernel,
  pieces: readonly Instance[] = model.resolved.instances,
): StandingSolid[] => pieces.map((i) => standing(i, model, kernel))

function standing(i: Instance, model: Model, kernel: Kernel): StandingSolid {
  const { positions: own, triangles: turned } = kernel.shape(model.recipe(i))
  const positions = new Float32Array(own.length)
  for (let k = 0; k < own.length; k += 3)
    positions.set(toRoom(i.frame, own.subarray(k, k + 3) as unknown as Vec3), k)
  const triangles = new Uint32Array(turned)
  // The frame of a mirror image is a left-handed one, which turns every triangle over.
  if (i.flipped)
    for (let k = 0; k < triangles.length; k += 3)
      [triangles[k + 1], triangles[k + 2]] = [triangles[k + 2]!, triangles[k + 1]!]
  const species = model.resolved.byId.get(i.piece)?.stock?.stock.species ?? ''
  return { name: i.name, colour: woodColour(species), positions, triangles }
}
