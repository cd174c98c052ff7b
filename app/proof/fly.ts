/** Goes to the bench, to what a finding is about: chosen, lit, and looked at. */
import { hull, vec3, type Box, type Vec3 } from '../../core/pieces'
import type { Finding } from '../../core/proof'
import { useBench } from '../bench/asks'
import { choose, highlight, useOpen } from '../store/open'

/** Further away than what is looked at is large. */
const FAR = 2.6
const LEAST = 120
/** From the left, in front and above. */
const FROM: Vec3 = [-0.5, -0.75, 0.45]
const SPOT = 5

export function fly(at: Finding['at']): void {
  const { byKey } = useOpen.getState().shown
  const there = at.filter((s) => byKey.has(s.instance))
  if (there.length === 0) return
  const keys = [...new Set(there.map((s) => s.instance))]
  choose(keys.slice(0, 60))
  highlight(there.find((s) => s.feature !== undefined)?.feature ?? null)
  const points = there.flatMap((s) => (s.point ? [s.point] : []))
  const spots = points.map((p): Box => ({ min: vec3((k) => p[k] - SPOT), max: vec3((k) => p[k] + SPOT) }))
  const whole = hull(keys.slice(0, 60).map((k) => byKey.get(k)!.grown))!
  const box = hull(spots) ?? whole
  useBench.setState({
    active: null,
    hidden: new Set([...useBench.getState().hidden].filter((p) => !keys.some((k) => k.startsWith(`${p}#`)))),
    flight: { spots, gaze: gazeAt(box, whole, points.length > 0) },
  })
}

/** Where the eye goes to see a place, with as much of the wood round it as tells where that is. */
function gazeAt(box: Box, whole: Box, close: boolean): { readonly from: Vec3; readonly at: Vec3 } {
  const at = vec3((k) => (box.min[k] + box.max[k]) / 2)
  const size = (b: Box) => Math.hypot(...[0, 1, 2].map((k) => b.max[k]! - b.min[k]!))
  const far = FAR * Math.max(LEAST, close ? Math.max(size(box), size(whole) / 3) : size(whole) / 1.6)
  const long = Math.hypot(...FROM)
  return { at, from: vec3((k) => at[k] + (FROM[k] * far) / long) }
}
