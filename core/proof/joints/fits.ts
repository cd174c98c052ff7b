/** How pieces fit what they go into: dados that are too narrow or too wide for what stands in them. */
import { change, type Change } from '../../document'
import { formatNumber, MM_PER, shifted, type LengthStyle, type Mm } from '../../measure'
import type { Model } from '../../model'
import { AXES, axesOf, dot, overlap, toRoom, vec3, type Axis, type Box } from '../../pieces'
import type { Instance, Mend, Problem, ResolvedStep } from '../../resolve'
import { boxInto, ownWork, wayOf, type Feature } from '../../work'
import { defineNeighbourly } from '../check'
import { measuredSize } from '../measured'
import { isOddFit } from '../numbers/settings'
import {
  blankOf,
  called,
  extentIn,
  middleOf,
  opensAt,
  runsThrough,
  sayer,
  sourceOf,
  takenFrom,
  whose,
} from '../wood'

const EVEN: Mm = 0.02
/** Blocks that come this near to each other meet. */
const SKIN: Mm = 0.05
/** More room than this is meant: it is no joint, but a place for something to move in. */
const ROOMY: Mm = 6
/** What is this much too thick stands there for another reason. */
const FOREIGN: Mm = 4

export const fits = defineNeighbourly({
  id: 'fit',
  title: 'Fit of joints',
  rests: 'piece',
  why: 'A shelf thicker than its dado does not go in; one with play neither holds nor stands straight.',
  look: (host, beside, model) => {
    const found: Problem[] = []
    for (const { of, box } of takenFrom(host, model).boxes)
      for (const guest of beside) {
        if (of.partner && of.partner.key !== guest.key) continue
        const fit = fitIn(host, box, guest, model)
        if (fit) found.push(...judge(of, host, box, guest, fit, model))
      }
    return found
  },
})

interface Fit {
  /** Of what goes in, between the walls, by the plan and as the shop measured it. */
  readonly thick: Mm
  readonly measured: Mm | null
  readonly wide: Mm
  /** Along the host's own axis across the channel: where its walls are, and where the sides of the guest. */
  readonly across: Axis
  readonly walls: readonly [Mm, Mm]
  readonly sides: readonly [Mm, Mm]
  /** It stands there with all of its thickness, and not with a tongue. */
  readonly whole: boolean
}

/**
 * How a guest stands in a channel of a host: between two walls, having come in through its mouth; null where
 * it does not.
 */
function fitIn(host: Instance, box: Box, guest: Instance, model: Model): Fit | null {
  const g = boxInto(host.frame, guest.frame, blankOf(guest))
  if (!g) return null
  const mouths = AXES.filter((a) => opensAt(box, host.size, a, false) !== opensAt(box, host.size, a, true))
  const into = mouths.find((a) => {
    const far = opensAt(box, host.size, a, true)
    // It stands in the mouth, and reaches out of it.
    return far
      ? g.max[a] > host.size[a] + EVEN && g.min[a] < box.max[a] - EVEN
      : g.min[a] < -EVEN && g.max[a] > box.min[a] + EVEN
  })
  if (into === undefined) return null
  // One that stops at both ends is shut along its run, too: its walls are where it is narrower.
  const [across] = AXES.filter(
    (a) =>
      a !== into &&
      !runsThrough(box, host.size, a) &&
      !opensAt(box, host.size, a, false) &&
      !opensAt(box, host.size, a, true),
  ).sort((a, b) => extentIn(box, a) - extentIn(box, b))
  if (across === undefined) return null
  const stands = bodyIn(g, host, box, guest, across, model)
  if (!stands) return null
  const walls = [box.min[across], box.max[across]] as const
  const { sides, whole } = stands
  const [wide, thick] = [walls[1] - walls[0], sides[1] - sides[0]]
  if (Math.abs(walls[0] + walls[1] - sides[0] - sides[1]) > Math.max(wide, thick)) return null
  if (thick > wide + FOREIGN || wide > thick + ROOMY) return null
  if (takenFrom(guest, model).shaped.size > 0 && thick > wide + EVEN) return null
  return { thick, measured: whole ? stands.measured : null, wide, across, walls, sides, whole }
}

interface Body {
  /** Along the host's axis across the channel. */
  readonly sides: readonly [Mm, Mm]
  /** Nothing has made it thinner there. */
  readonly whole: boolean
  readonly measured: Mm | null
}

/**
 * What of a guest, whose block is `g` in the host's frame, is within a channel: all of its thickness, or the
 * tongue that work has left of it; null where that is told by no plain blocks.
 */
function bodyIn(g: Box, host: Instance, box: Box, guest: Instance, across: Axis, model: Model): Body | null {
  const within = overlap(g, {
    min: vec3((k) => (k === across ? g.min[k] : box.min[k])),
    max: vec3((k) => (k === across ? g.max[k] : box.max[k])),
  })
  const own = within && boxInto(guest.frame, host.frame, within)
  if (!own) return null
  const way = axesOf(host.frame)[across]
  const axis = AXES.find((k) => Math.abs(dot(axesOf(guest.frame)[k], way)) > 0.999)!
  let [low, high] = [own.min[axis], own.max[axis]]
  for (const { box: t } of takenFrom(guest, model).boxes) {
    if (!overlap(t, own, SKIN)) continue
    const all = AXES.every(
      (k) => k === axis || (t.min[k] < own.min[k] + SKIN && t.max[k] > own.max[k] - SKIN),
    )
    if (all && t.min[axis] < low + SKIN) low = Math.max(low, t.max[axis])
    else if (all && t.max[axis] > high - SKIN) high = Math.min(high, t.min[axis])
    else return null
  }
  if (high - low < SKIN) return null
  const left = boxInto(host.frame, guest.frame, {
    min: vec3((k) => (k === axis ? low : own.min[k])),
    max: vec3((k) => (k === axis ? high : own.max[k])),
  })!
  return {
    sides: [left.min[across], left.max[across]],
    whole: high - low > own.max[axis] - own.min[axis] - EVEN,
    measured: axis === 2 ? measuredSize(guest, 'thickness', model) : null,
  }
}

function judge(of: Feature, host: Instance, box: Box, guest: Instance, fit: Fit, model: Model): Problem[] {
  const say = sayer(model)
  const { tolerance } = model.resolved.limits
  const thick = fit.measured ?? fit.thick
  const play = fit.wide - thick
  const tight = play < -EVEN
  if (!tight && play <= 2 * tolerance + EVEN) return []
  const joint = of.joint === null ? undefined : model.resolved.joints.find((j) => j.id === of.joint)
  const wanted = joint?.values?.fit
  // What all joints are given is told once, with the settings.
  if (joint && !joint.joint.fields.fit && isOddFit(model.resolved.settings.fit)) return []
  // A joint that is asked to be pressed together by so much, and no more, is as it should be.
  const asked = wanted !== undefined && Math.abs(play - wanted) < EVEN
  if (asked && Math.abs(play) <= 2 * tolerance + EVEN) return []
  const measured = fit.measured === null ? '' : ' as it was measured'
  const mend = mendOf(of, guest, fit, model)
  const name = nameOf(guest, fit)
  return [
    {
      id: `fit:${sourceOf(of)}:${host.key}:${guest.key}`,
      level: tight && play < -tolerance ? 'stop' : 'look',
      piece: host.piece,
      ...whose(of),
      says: tight
        ? `The ${called(of)} in ${host.name} is ${say(fit.wide)} wide; ${name} is ` +
          `${say(thick)} thick${measured}, ${say(-play)} too much`
        : `The ${called(of)} in ${host.name} is ${say(fit.wide)} wide; ${name}, ` +
          `${say(thick)} thick${measured}, has ${say(play)} of play in it`,
      advice: 'Cut the channel to the piece as it measures, with a test cut first.',
      ...(mend && { mends: [mend] }),
      at: [
        { instance: host.key, feature: of.id, point: toRoom(host.frame, middleOf(box)) },
        { instance: guest.key },
      ],
    },
  ]
}

const nameOf = (guest: Instance, { whole }: Fit): string =>
  whole ? guest.name : `the tongue of ${guest.name}`

/** A joint without play; a channel of the maker's own as wide as what goes in. */
function mendOf(of: Feature, guest: Instance, fit: Fit, model: Model): Mend | null {
  const say = sayer(model)
  if (fit.measured !== null) return null
  const { thick } = fit
  if (of.joint !== null) {
    const joint = model.project.joints.find((j) => j.id === of.joint)
    if (typeof joint?.fields.fit !== 'string' || joint.fields.fit.trim() === '') return null
    return {
      says:
        `Give the joint no fit of its own: ${say(fit.wide)} wide becomes ` +
        `${say(thick + model.resolved.settings.fit)}`,
      changes: [change.setJointField({ ids: [joint.id], field: 'fit', value: '' })],
    }
  }
  const step = of.step === null ? undefined : model.resolved.steps.get(of.step)
  if (
    !step ||
    typeof step.step.fields.width !== 'string' ||
    Math.abs((step.values?.width ?? NaN) - fit.wide) > EVEN
  )
    return null
  // A guest may stand there with another side than its thickness.
  const text =
    Math.abs(guest.thickness - thick) < 1e-6
      ? `@${guest.piece}.thickness`
      : formatNumber(thick / MM_PER[model.resolved.style.unit]!)
  return {
    says:
      `Make it as wide as ${nameOf(guest, fit)} is thick, at that place: ` +
      `${say(fit.wide)} becomes ${say(thick)}`,
    changes: [
      change.setStepField({ id: step.id, field: 'width', value: text }),
      ...moved(step, fit, model.resolved.style),
    ],
  }
}

/** Moves a channel to where the guest stands, by the wall that its place is measured to, or its middle. */
function moved({ step, values }: ResolvedStep, { across, walls, sides }: Fit, style: LengthStyle): Change[] {
  const placed = ownWork(step.kind)?.placedBy?.(step, across)
  const now = placed && values?.[placed.field]
  if (!placed || now == null) return []
  const [low, high] = [sides[0] - walls[0], sides[1] - walls[1]]
  const way = wayOf(placed.from)
  const by = placed.from === 'centre' ? (low + high) / 2 : way > 0 ? low : -high
  if (Math.abs(by) < 1e-6) return []
  const text = step.fields[placed.field]
  const value = shifted(typeof text === 'string' ? text : '0', by, now, style)
  return [change.setStepField({ id: step.id, field: placed.field, value })]
}
