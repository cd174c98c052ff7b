/** What bits leave along edges, seen at the end of their way, hatched and as large as it is. */
import type { Settings } from '../../document'
import { FACE_AT, type Vec3 } from '../../pieces'
import { workKind, type Feature, type Vec2 } from '../../work'
import type { Inset } from '../additions'
import { drawnMarks, heightOf, outlineOf, widthOf, type Placed } from '../drawn'
import type { Hand } from '../hand'
import type { Segment } from '../hidden/merge'
import { TOP } from '../hidden/view'
import { scalesFrom } from '../scale'
import { hatching, hatchMarks, type Triangle } from '../section'
import { asPart, SMALL, textWidth, TEXT, write, type Mark } from '../sheet'

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
    const profile = workKind(f).profile?.(f.data)
    if (!profile) return []
    const once = JSON.stringify(profile)
    if (told.has(once)) return []
    told.add(once)
    const key = `profile ${f.id}`
    if (hand.touch({ kind: 'picture', key, says: `Section of the ${profile.title}` }).hidden) return []
    const { left } = profile
    const [inward, depth] = [Math.max(...left.map(([x]) => x)), -Math.min(...left.map(([, z]) => z))]
    const more = BEYOND * Math.max(inward, depth)
    const face = workKind(f).shownOn(f.data)
    const thick = face ? size[FACE_AT[face].axis] : Infinity
    const corner: readonly Vec2[] = [
      [0, -Math.min(depth + more, thick)],
      [0, -depth],
      ...left,
      [inward + more, 0],
    ]
    const outline = outlineOf([{ min: [0, corner[0]![1], 0], max: [inward + more, 0, 0] }], TOP)
    // As large as it is; of what is too small for that, larger.
    const scale = scalesFrom(style.unit, true, (s) => s <= 1 || Math.max(inward, depth) * s <= MOST, 1)[0]!
    const title = `${capital(profile.title)}, ${scale.says}`
    const titles = [title, `Bit: ${profile.bit}`]
    const [wide, high] = [widthOf(outline) * scale.factor, heightOf(outline) * scale.factor]
    const draw = (x: number, y: number): Mark[] => {
      const at: Placed = { outline, x: x + 1, y: y + HEAD + high, scale: scale.factor }
      const hatched = hatching([{ cut: woodOf(corner, inward + more) }], TOP, HATCH / scale.factor)
      const visible = corner.slice(1).map((to, k): Segment => [...corner[k]!, ...to])
      if (depth + more >= thick) visible.push([0, -thick, inward + more, -thick])
      return asPart(key, [
        write(x, y + TEXT, title),
        write(x, y + TEXT + SMALL + 1.6, titles[1]!, { size: SMALL }),
        ...drawnMarks({ visible, hidden: [], arcs: { visible: [], hidden: [] } }, at),
        ...hatchMarks(hatched, at),
      ])
    }
    const texts = Math.max(textWidth(title, TEXT), textWidth(titles[1]!, SMALL))
    return [{ key, wide: Math.max(wide + 2, texts), high: HEAD + high, draw }]
  })
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

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
