/** How pieces fit what they go into: dados that are too narrow or too wide for what stands in them. */
import { change } from '../document'
import { formatNumber, MM_PER, type Mm } from '../measure'
import type { Model } from '../model'
import { AXES, overlap, toRoom, type Box } from '../pieces'
import type { Instance, Mend, Problem } from '../resolve'
import { boxInto, type Feature } from '../work'
import { defineNeighbourly } from './check'
import { measuredSize } from './measured'
import { blankOf, called, middleOf, opensAt, runsThrough, sayer, sourceOf, takenFrom, whose } from './wood'

const EVEN: Mm = 0.02
/** More room than this is meant: it is no joint, but a place for something to move in. */
const ROOMY: Mm = 6
/** What is this much too thick stands there for another reason. */
const FOREIGN: Mm = 4

export const fits = defineNeighbourly({
  id: 'fit',
  title: 'joints too tight or too loose',
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
  const across = AXES.find(
    (a) =>
      a !== into &&
      !runsThrough(box, host.size, a) &&
      !opensAt(box, host.size, a, false) &&
      !opensAt(box, host.size, a, true),
  )
  if (across === undefined) return null
  const wide = box.max[across] - box.min[across]
  const thick = g.max[across] - g.min[across]
  const middle = [g, box].map((b) => (b.min[across] + b.max[across]) / 2)
  if (Math.abs(middle[0]! - middle[1]!) > Math.max(wide, thick) / 2) return null
  if (thick > wide + FOREIGN || wide > thick + ROOMY) return null
  // Where work has made it thinner there, what is left of it is not told by its size.
  const end = overlap(g, box)
  if (!end) return null
  const own = boxInto(guest.frame, host.frame, end)!
  if (takenFrom(guest, model).boxes.some((t) => overlap(t.box, own, 0.05))) return null
  if (takenFrom(guest, model).shaped.size > 0 && thick > wide + EVEN) return null
  const axis =
    AXES.find((a) => Math.abs(own.max[a] - own.min[a] - (end.max[across] - end.min[across])) < 1e-6) ?? 2
  const reading = axis === 2 ? measuredSize(guest, 'thickness', model) : null
  return { thick, measured: reading, wide }
}

function judge(of: Feature, host: Instance, box: Box, guest: Instance, fit: Fit, model: Model): Problem[] {
  const say = sayer(model)
  const { tolerance } = model.resolved.limits
  const thick = fit.measured ?? fit.thick
  const play = fit.wide - thick
  const tight = play < -EVEN
  if (!tight && play <= 2 * tolerance + EVEN) return []
  const wanted = of.joint === null ? null : model.resolved.joints.find((j) => j.id === of.joint)?.values?.fit
  // A joint that is asked to be pressed together by so much, and no more, is as it should be.
  const asked = wanted !== undefined && wanted !== null && Math.abs(play - wanted) < EVEN
  if (asked && Math.abs(play) <= 2 * tolerance + EVEN) return []
  const measured = fit.measured === null ? '' : ' as it was measured'
  const mend = mendOf(of, guest, fit, model)
  return [
    {
      id: `fit:${sourceOf(of)}:${host.key}:${guest.key}`,
      level: tight && play < -tolerance ? 'stop' : 'look',
      piece: host.piece,
      ...whose(of),
      says: tight
        ? `The ${called(of)} in ${host.name} is ${say(fit.wide)} wide; ${guest.name} is ` +
          `${say(thick)} thick${measured}, ${say(-play)} too much`
        : `The ${called(of)} in ${host.name} is ${say(fit.wide)} wide; ${guest.name}, ` +
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
    says: `Make it as wide as ${guest.name} is thick: ${say(fit.wide)} becomes ${say(thick)}`,
    changes: [change.setStepField({ id: step.id, field: 'width', value: text })],
  }
}
