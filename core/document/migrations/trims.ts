import { isRecord } from '../record'

type Data = Record<string, unknown>

/**
 * One trim was taken off ends and edges alike, by which no board yielded a piece as wide as itself. It
 * stays at the ends; edges keep it where only sheets are cut, whose four sides are alike.
 */
export function twoTrims(data: Data): Data {
  const { settings, stock } = data
  if (!isRecord(settings)) return data
  const sheets =
    Array.isArray(stock) && stock.length > 0 && stock.every((s) => isRecord(s) && s.kind === 'sheet')
  const inches = isRecord(settings.style) && settings.style.unit === 'in'
  return {
    ...data,
    settings: { ...settings, edgeTrim: sheets ? (settings.trim ?? '0') : '0', planing: inches ? '1/4' : '6' },
  }
}
