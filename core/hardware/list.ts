/** What has to be at hand besides wood: what joints need, and what the maker listed. */
import type { Model } from '../model'

export interface HardwareRow {
  readonly name: string
  readonly quantity: number
  /** Where it goes: "in joints", or the piece it is fixed to. */
  readonly where: string
  readonly note: string
}

export function hardwareList(model: Model): HardwareRow[] {
  const own = model.resolved.hardware.flatMap(({ hardware: h, quantity }): HardwareRow[] => {
    if (quantity === null) return []
    const on = h.on === null ? '' : (model.resolved.byId.get(h.on)?.piece.name ?? '')
    return [{ name: h.name, quantity, where: on ? `on ${on}` : '', note: h.note }]
  })
  const joined = model.supplies.map(({ name, quantity }) => ({
    name,
    quantity,
    where: 'in joints',
    note: '',
  }))
  return [...joined, ...own]
}
