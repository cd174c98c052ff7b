/** Bits from the catalogue, and what goes from it on the rack of the open project. */
import { change, freeId, type Bit, type Change } from '../../core/document'
import { bitMeasures, bitFor, cutterOf, type Catalogue, type Cutter } from '../../core/rack'
import { tryMeasure } from '../../core/resolve'
import type { Shown } from '../../core/shown'
import { useOpen } from '../store/open'

/** The catalogue's bits that are not on the rack, those of the project's unit first. */
export function bitsToHave(catalogue: Catalogue, on: readonly Bit[], unit: 'in' | 'mm'): Bit[] {
  const names = new Set(on.map((b) => b.name))
  return [...(catalogue.bits ?? [])]
    .sort((a, b) => Number(b.unit === unit) - Number(a.unit === unit))
    .map((e) => bitFor(e, unit))
    .filter((b) => !names.has(b.name))
}

/** Puts a bit on the rack under an id that is free; gives the id, and what does it. */
export function bitOnRack(bit: Bit): { readonly id: string; readonly change: Change } {
  const { project } = useOpen.getState()
  const id = freeId(
    't',
    project.bits.map((b) => b.id),
  )
  return { id, change: change.addBit({ ...bit, id }) }
}

/** What a bit cuts that is not on the rack yet; null where its measures do not say. */
export function cutterFrom(bit: Bit, shown: Shown): Cutter | null {
  const read = (text: unknown, kind: 'length' | 'angle') => {
    const tried = typeof text === 'string' && text ? tryMeasure(shown, text, kind) : null
    return tried?.ok ? tried.value : null
  }
  const values = Object.entries(bitMeasures(bit.shape)).flatMap(([name, m]) => {
    const value = read(bit.fields[name], m.kind === 'angle' ? 'angle' : 'length')
    return value === null ? [] : [[name, value] as const]
  })
  const cutter = cutterOf(
    bit,
    Object.fromEntries(values),
    read(bit.bearing, 'length'),
    read(bit.bite, 'length'),
  )
  return typeof cutter === 'string' ? null : cutter
}
