/**
 * Pieces too small for the machine they would go over, and what goes on a lathe. Reminders: training, the
 * machine’s manual and local rules come first.
 */
import { boughtFor } from '../../cuts'
import { MM_PER, type LengthUnit, type Mm } from '../../measure'
import type { Model } from '../../model'
import type { Instance, Problem } from '../../resolve'
import { workKind } from '../../work'
import { defineWhole } from '../check'
import { sayer, sayNames } from '../wood'

/** What is cut for a piece. */
type Cut = Pick<Instance, 'length' | 'width' | 'thickness'>

interface Rule {
  readonly id: string
  /** Whether a piece falls under it; sizes in millimetres. */
  applies(
    i: Cut,
    kind: 'board' | 'sheet' | 'rod',
    least: Sizes,
    machines: ReadonlySet<string>,
    sunk: boolean,
  ): boolean
  says(names: string, one: boolean, least: Sizes, say: (mm: Mm) => string): string
  readonly advice: string
  /** More than a reminder; none, when not said. */
  readonly level?: 'look'
}

const INCH = MM_PER.in!
/** As a maker says it in inches, and in millimetres. */
const sizes = (unit: LengthUnit) =>
  unit === 'in'
    ? { short: 12 * INCH, narrow: 1.5 * INCH, small: [6 * INCH, 3 * INCH] as const }
    : { short: 300, narrow: 40, small: [150, 75] as const }
type Sizes = ReturnType<typeof sizes>
const RULES: readonly Rule[] = [
  {
    id: 'short',
    applies: (i, kind, { short }) => kind === 'board' && i.length < short,
    says: (names, one, { short }, say) =>
      `${names} ${one ? 'is' : 'are'} shorter than ${say(short)}: no planer and no jointer ` +
      `for ${one ? 'it' : 'them'}`,
    advice:
      'Plane and joint the board while it is long, and cut these from it last. The machine’s ' +
      'manual comes first.',
  },
  {
    id: 'narrow',
    applies: (i, kind, { short, narrow }) => kind !== 'rod' && i.width < narrow && i.length >= short,
    says: (names, one, { narrow }, say) =>
      `${names} ${one ? 'is' : 'are'} narrower than ${say(narrow)}: ripped with a push block, ` +
      `or as the strip that falls away`,
    advice: 'Keep hands out of the line of the blade; guard and riving knife stay on.',
  },
  {
    id: 'small',
    applies: (i, kind, { small: [long, wide] }) => kind !== 'rod' && i.length < long && i.width < wide,
    says: (names, one) => `${names} ${one ? 'is' : 'are'} too small to be held by hand at a saw or a router`,
    advice: 'Do the work on a longer piece and part it off, or hold it in a jig.',
  },
  {
    id: 'routed',
    level: 'look',
    applies: (i, _kind, { small: [, wide] }, _machines, sunk) => sunk && i.length < wide && i.width < wide,
    says: (names, one) =>
      `${names} ${one ? 'is' : 'are'} routed, and too small to be held while a bit is in ` +
      (one ? 'it' : 'them'),
    advice:
      'Rout it in a longer piece and part it off afterwards, or in a jig that holds it all round. ' +
      'Training, the machine’s manual and local rules come first.',
  },
  {
    id: 'lathe',
    applies: (_i, _kind, _least, machines) => machines.has('lathe'),
    says: (names, one) =>
      `${names} ${one ? 'is' : 'are'} turned: sound wood without cracks, spun by hand once ` +
      'before the motor runs',
    advice:
      'No loose sleeves, gloves, cords or hair; the rest close, and moved only while the blade is still ' +
      'still; a face shield. Training, the lathe’s manual and local rules come first.',
  },
  {
    id: 'bending',
    applies: (_i, _kind, _least, machines) => machines.has('bending form'),
    says: (names, one) =>
      `${names} ${one ? 'is' : 'are'} bent: what comes out of the steam is on the form within seconds`,
    advice:
      'Steam scalds: thick gloves, a vent that stays open, nobody before it as it is opened. Try it with ' +
      'the form cold first. Training, the boiler’s manual and local rules come first.',
  },
]

export const safe = defineWhole({
  id: 'safe',
  title: 'Machine safety',
  rests: 'piece',
  why: 'Short pieces tip, catch and are thrown, and a hand follows them; what spins catches sleeves.',
  look: (model) => {
    const all = model.resolved.pieces.flatMap(({ piece, stock, instances: [first] }): Handled[] => {
      if (!stock || !first) return []
      const features = model.features(first)
      const machines = new Set(features.map((f) => workKind(f).machine(f.data)))
      const sunk = features.some((f) => workKind(f).plunges)
      const cut = boughtFor(model, first)
      return [{ name: piece.name, first, cut, kind: stock.stock.kind, machines, sunk }]
    })
    return RULES.flatMap((rule) => underRule(rule, all, model))
  },
})

/** A piece, by the first place where it is, and what is done to it where. */
interface Handled {
  readonly name: string
  readonly first: Instance
  readonly cut: Cut
  readonly kind: 'board' | 'sheet' | 'rod'
  readonly machines: ReadonlySet<string>
  /** A router works down into it, and not only along its edges. */
  readonly sunk: boolean
}

/** One finding for all pieces under a rule. */
function underRule(rule: Rule, all: readonly Handled[], model: Model): Problem[] {
  const least = sizes(model.resolved.style.unit)
  const under = all.filter(({ cut, kind, machines, sunk }) => rule.applies(cut, kind, least, machines, sunk))
  if (under.length === 0) return []
  return [
    {
      id: `safe:${rule.id}`,
      level: rule.level ?? 'note',
      says: rule.says(sayNames(under.map((p) => p.name)), under.length === 1, least, sayer(model)),
      advice: rule.advice,
      at: under.map((p) => ({ instance: p.first.key })),
    },
  ]
}
