/** What bits leave along edges, seen at the end of their way, hatched and as large as it is. */
import type { Settings } from '../../document'
import type { LengthUnit, Mm } from '../../measure'
import { FACE_AT, type Vec3 } from '../../pieces'
import { capital, workKind, type Feature, type Profile, type Vec2 } from '../../work'
import type { Inset } from '../additions'
import { drawnMarks, heightOf, outlineOf, widthOf, type Placed } from '../drawn'
import type { Hand } from '../hand'
import type { Segment } from '../hidden/merge'
import { TOP } from '../hidden/view'
import { scalesFrom } from '../scale'
import { hatching, hatchMarks, type Triangle } from '../section'
import { asPart, SMALL, textWidth, TEXT, write } from '../sheet'

/** What is smaller than it is drawn larger, up to so much of the paper; millimetres. */
const MOST = 14
/** How far apart it is hatched; millimetres. */
const HATCH = 1.6
/** Of the wood beyond what is taken, this share of that is shown. */
const BEYOND = 0.6
const HEAD = TEXT + SMALL + 4

export function profilesOf(
  features: readonly Feature[],
  size: Vec3,
  { style }: Pick<Settings, 'style'>,
  hand: Hand,
): Inset[] {
  const told = new Set<string>()
  return features.flatMap((f): Inset[] => {
    const kind = workKind(f)
    const profile = kind.profile?.(f.data)
    const once = JSON.stringify(profile)
    if (!profile || told.has(once)) return []
    told.add(once)
    const key = `profile ${f.id}`
    if (hand.touch({ kind: 'picture', key, says: `Section of the ${profile.title}` }).hidden) return []
    const face = kind.shownOn(f.data)
    return [insetOf(key, profile, face ? size[FACE_AT[face].axis] : Infinity, style.unit)]
  })
}

function insetOf(key: string, { title, bit, left }: Profile, thick: Mm, unit: LengthUnit): Inset {
  const [inward, depth] = [Math.max(...left.map(([x]) => x)), -Math.min(...left.map(([, z]) => z))]
  const most = Math.max(inward, depth)
  const [right, bottom] = [inward + BEYOND * most, -Math.min(depth + BEYOND * most, thick)]
  const corner: readonly Vec2[] = [[0, bottom], [0, -depth], ...left, [right, 0]]
  const visible = corner.slice(1).map((to, k): Segment => [...corner[k]!, ...to])
  if (bottom <= -thick) visible.push([0, bottom, right, bottom])
  const outline = outlineOf([{ min: [0, bottom, 0], max: [right, 0, 0] }], TOP)
  // As large as it is; of what is too small for that, larger.
  const { factor, says } = scalesFrom(unit, true, (s) => s <= 1 || most * s <= MOST, 1)[0]!
  const heading = `${capital(title)}, ${says}`
  const named = `Bit: ${bit}`
  const [wide, high] = [widthOf(outline) * factor, heightOf(outline) * factor]
  return {
    key,
    wide: Math.max(wide + 2, textWidth(heading, TEXT), textWidth(named, SMALL)),
    high: HEAD + high,
    draw: (x, y) => {
      const at: Placed = { outline, x: x + 1, y: y + HEAD + high, scale: factor }
      return asPart(key, [
        write(x, y + TEXT, heading),
        write(x, y + TEXT + SMALL + 1.6, named, { size: SMALL }),
        ...drawnMarks({ visible, hidden: [], arcs: { visible: [], hidden: [] } }, at),
        ...hatchMarks(hatching([{ cut: woodOf(corner, right) }], TOP, HATCH / factor), at),
      ])
    },
  }
}

/** What is cut through, right of the outline of what is left, up to there. */
const woodOf = (corner: readonly Vec2[], right: number): Triangle[] =>
  corner.slice(1).flatMap(([x2, y2], k): Triangle[] => {
    const [x1, y1] = corner[k]!
    if (y2 - y1 < 1e-9) return []
    const [a, b, c, d]: [Vec3, Vec3, Vec3, Vec3] = [
      [x1, y1, 0],
      [right, y1, 0],
      [right, y2, 0],
      [x2, y2, 0],
    ]
    return [
      [a, b, c],
      [a, c, d],
    ]
  })
