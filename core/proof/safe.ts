/**
 * Pieces that are too small for the machine they would go over. Reminders: training, the machine’s manual and
 * local rules come first.
 */
import type { Mm } from '../measure'
import type { Model } from '../model'
import type { Instance, Problem } from '../resolve'
import { defineCheck } from './check'
import { sayer, sayNames } from './wood'

interface Rule {
  readonly id: string
  /** Whether a piece falls under it; sizes in millimetres. */
  applies(i: Instance, kind: 'board' | 'sheet' | 'rod'): boolean
  says(names: string, one: boolean, say: (mm: Mm) => string): string
  readonly advice: string
}

const INCH = 25.4
const RULES: readonly Rule[] = [
  {
    id: 'short',
    applies: (i, kind) => kind === 'board' && i.length < 12 * INCH,
    says: (names, one, say) =>
      `${names} ${one ? 'is' : 'are'} shorter than ${say(12 * INCH)}: no planer and no jointer ` +
      `for ${one ? 'it' : 'them'}`,
    advice:
      'Plane and joint the board while it is long, and cut these from it last. The machine’s ' +
      'manual comes first.',
  },
  {
    id: 'narrow',
    applies: (i, kind) => kind !== 'rod' && i.width < 1.5 * INCH && i.length >= 12 * INCH,
    says: (names, one, say) =>
      `${names} ${one ? 'is' : 'are'} narrower than ${say(1.5 * INCH)}: ripped with a push block, ` +
      `or as the strip that falls away`,
    advice: 'Keep hands out of the line of the blade; guard and riving knife stay on.',
  },
  {
    id: 'small',
    applies: (i, kind) => kind !== 'rod' && i.length < 6 * INCH && i.width < 3 * INCH,
    says: (names, one) => `${names} ${one ? 'is' : 'are'} too small to be held by hand at a saw or a router`,
    advice: 'Do the work on a longer piece and part it off, or hold it in a jig.',
  },
]

export const safe = defineCheck<null>({
  id: 'safe',
  title: 'pieces too small for their machine',
  why: 'Short and narrow pieces tip, catch and are thrown; a hand follows them.',
  memory: () => null,
  // eslint-disable-next-line require-yield
  *find(model) {
    return RULES.flatMap((rule) => underRule(rule, model))
  },
})

/** One finding for all pieces under a rule. */
function underRule(rule: Rule, model: Model): Problem[] {
  const pieces = model.resolved.pieces.filter(
    ({ stock, instances: [first] }) => stock && first && rule.applies(first, stock.stock.kind),
  )
  if (pieces.length === 0) return []
  const names = pieces.map((p) => p.piece.name)
  return [
    {
      id: `safe:${rule.id}`,
      level: 'note',
      says: rule.says(sayNames(names), names.length === 1, sayer(model)),
      advice: rule.advice,
      at: pieces.map((p) => ({ instance: p.instances[0]!.key })),
    },
  ]
}
