/** What has to be at hand besides wood: what joints need, and what the maker listed. */
import type { Model } from '../model'
import type { Supply } from '../work'

export interface HardwareRow {
  readonly name: string
  readonly quantity: number
  /** Where it goes: "in joints", or the piece it is fixed to. */
  readonly where: string
  readonly note: string
}

export function hardwareList(model: Model): HardwareRow[] {
  const own = model.resolved.hardware.flatMap(({ hardware: h, quantity }): HardwareRow[] => {
    // What turns about a hole is made, and not bought.
    if (quantity === null || (h.kind === 'hinge' && h.at.kind === 'hole')) return []
    const on = h.on === null ? '' : (model.resolved.byId.get(h.on)?.piece.name ?? '')
    return [{ name: h.name, quantity, where: on ? `on ${on}` : '', note: h.note }]
  })
  const row =
    (where: string) =>
    ({ name, quantity }: Supply): HardwareRow => ({ name, quantity, where, note: '' })
  return [...model.supplies.map(row('in joints')), ...model.fittings.map(row('in holes')), ...own]
}
