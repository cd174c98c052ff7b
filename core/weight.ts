/** What pieces weigh, how much there is of them to finish, and where they balance. */
import type { Model } from './model'
import { toRoom, vec3, type Vec3 } from './pieces'
import { densityOf } from './rack'
import type { Instance } from './resolve'
import { matterOf, type Kernel } from './solid'

export interface Weight {
  /** Cubic metres, and square metres of all their sides. */
  readonly volume: number
  readonly area: number
  /** Kilograms at 12 % moisture; null where the density of a species is not known. */
  readonly mass: number | null
  /** The species whose density is not known. */
  readonly unknown: readonly string[]
  /** Where they balance, in the room; null of nothing, and where a density is not known. */
  readonly centre: Vec3 | null
}

export function weigh(model: Model, kernel: Kernel, instances: readonly Instance[]): Weight {
  let [volume, area, mass] = [0, 0, 0]
  const moment: [number, number, number] = [0, 0, 0]
  const unknown = new Set<string>()
  for (const i of instances) {
    const matter = matterOf(kernel.shape(model.recipe(i)))
    const species = model.resolved.byId.get(i.piece)?.stock?.stock.species ?? ''
    const density = densityOf(species)
    volume += matter.volume * 1e-9
    area += matter.area * 1e-6
    if (density === null) unknown.add(species || 'no wood')
    const kilograms = (density ?? 0) * matter.volume * 1e-9
    mass += kilograms
    const at = toRoom(i.frame, matter.centre)
    at.forEach((v, axis) => (moment[axis]! += v * kilograms))
  }
  const sure = unknown.size === 0
  return {
    volume,
    area,
    mass: sure ? mass : null,
    unknown: [...unknown],
    centre: sure && mass > 0 ? vec3((i) => moment[i] / mass) : null,
  }
}
