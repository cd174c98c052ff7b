/**
 * A piece of wood as a closed surface in the room, millimetres, and what writes some into a file.
 */
import type { Model } from '../../model'
import { toRoom, type Vec3 } from '../../pieces'
import { woodColour } from '../../rack'
import type { Instance } from '../../resolve'
import { turnedOver, welded, type Kernel, type Surface } from '../../solid'

export interface StandingSolid extends Surface {
  readonly name: string
  /** As the page has it: "#e2c799". */
  readonly colour: string
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

/** How near sides are to what is round in files, millimetres. */
export const FILE_CHORD = 0.01

/** Pieces as they stand in the room; mirror images come out the right way round. */
export const standingIn = (
  model: Model,
  kernel: Kernel,
  pieces: readonly Instance[] = model.resolved.instances,
): StandingSolid[] => {
  const fine = kernel.finer(FILE_CHORD)
  try {
    return pieces.map((i) => standing(i, model, fine))
  } finally {
    fine.close()
  }
}

function standing(i: Instance, model: Model, kernel: Kernel): StandingSolid {
  const own = kernel.shape(model.recipe(i))
  const positions = new Float32Array(own.positions.length)
  for (let k = 0; k < own.positions.length; k += 3)
    positions.set(toRoom(i.frame, own.positions.subarray(k, k + 3) as unknown as Vec3), k)
  // The frame of a mirror image is a left-handed one, which turns every triangle over.
  const triangles = i.flipped ? turnedOver(own.triangles) : own.triangles
  const species = model.resolved.byId.get(i.piece)?.stock?.stock.species ?? ''
  return { name: i.name, colour: woodColour(species), ...welded({ positions, triangles }) }
}
