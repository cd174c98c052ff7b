/** What the shop has measured of a piece of wood. */
import type { Mm } from '../measure'
import type { Model } from '../model'
import type { Instance, SizeName } from '../resolve'

/** A finished size as it was measured; null where it was not. */
export function measuredSize(i: Instance, size: SizeName, { project, resolved }: Model): Mm | null {
  const reading = project.readings.find((r) => r.piece === i.piece && r.copy === i.copy && r.what === size)
  return (reading && resolved.readings.get(reading.id)) ?? null
}
