/** Arcs as many-sided lines, millimetres and radians. */
import type { Mm } from '../measure'

type Place = readonly [Mm, Mm]

/**
 * Places along an arc, from one angle to another, both ends included; no side further than `chord` from the
 * arc, and no fewer sides to a quarter than `least`. Those between lie a little further out, so that the
 * sector is as large as that of the arc.
 */
export function arcPoints(
  [cu, cv]: Place,
  radius: Mm,
  [from, to]: readonly [number, number],
  { chord, least }: { readonly chord: Mm; readonly least: number },
): Place[] {
  const side = 2 * Math.acos(Math.max(0.5, 1 - chord / radius))
  const quarters = Math.abs(to - from) / (Math.PI / 2)
  const sides = Math.max(1, Math.ceil(quarters * Math.max(least, Math.PI / 2 / side) - 1e-9))
  const out = betweenRadius(radius, sides, Math.abs(to - from) / sides)
  return Array.from({ length: sides + 1 }, (_, k): Place => {
    const angle = from + ((to - from) * k) / sides
    const r = k === 0 || k === sides ? radius : out
    return [cu + r * Math.cos(angle), cv + r * Math.sin(angle)]
  })
}

/**
 * How far from the middle the corners between the ends of an arc of so many sides lie, each turning by
 * `turn`: where R ρ sin t + (n − 2)/2 ρ² sin t, the triangles, come to n/2 R² t, the sector.
 */
function betweenRadius(radius: Mm, sides: number, turn: number): Mm {
  if (sides < 2 || turn < 1e-9) return radius
  const k = (sides * turn) / Math.sin(turn)
  return sides === 2 ? (radius * k) / 2 : (radius * (Math.sqrt(1 + (sides - 2) * k) - 1)) / (sides - 2)
}
