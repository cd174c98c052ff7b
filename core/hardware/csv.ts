/** The list of hardware for a spreadsheet. */
import Papa from 'papaparse'
import type { HardwareRow } from './list'

export const hardwareCsv = (rows: readonly HardwareRow[]): string =>
  Papa.unparse(
    {
      fields: ['Name', 'Quantity', 'Where', 'Note'],
      data: rows.map((r) => [r.name, r.quantity, r.where, r.note]),
    },
    { escapeFormulae: true },
  ) + '\r\n'
