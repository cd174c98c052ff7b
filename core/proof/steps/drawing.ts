/**
 * Whether the drawings tell all there is to make: work without a dimension, pieces too large for the paper.
 */
import { largestScale } from '../../plans/scale'
import { PAPER } from '../../plans/paper'
import type { Model } from '../../model'
import type { Instance, Problem } from '../../resolve'
import { workKind, type Feature } from '../../work'
import { definePiecewise } from '../check'
import { called, whose } from '../wood'

/** Drawn smaller than this nothing can be read off a sheet. */
const READABLE = 1 / 100

export const drawing = definePiecewise({
  id: 'drawing',
  title: 'Missing dimensions',
  rests: 'all',
  why: 'What has no dimension on the sheet is guessed at the saw.',
  look: (i, model) => [...untold(i, model), ...offTheSheet(i, model)],
})

function untold(i: Instance, model: Model): Problem[] {
  const bare = model.features(i).filter((f) => !isTold(f))
  const [first] = bare
  if (!first) return []
  return [
    {
      id: `drawing:${i.piece}`,
      level: 'look',
      piece: i.piece,
      ...whose(first),
      says: `The sheet of ${i.name} gives no dimension for the ${called(first)}`,
      advice: 'Dimension its outline, or make a full-size print.',
      at: bare.map((f) => ({ instance: i.key, feature: f.id })),
    },
  ]
}

/** A dimension of its own, or a sentence that gives its measures. */
const isTold = (f: Feature): boolean => {
  const kind = workKind(f)
  return kind.dimensions(f.data).length > 0 || kind.callout(f.data).some((part) => typeof part !== 'string')
}

function offTheSheet(i: Instance, { project, resolved }: Model): Problem[] {
  const [wide, high] = PAPER[project.settings.paper]
  const { factor, says } = largestScale(
    resolved.style.unit,
    (s) => (i.length + i.thickness) * s <= wide - 60 && (i.width + i.thickness) * s <= high - 60,
  )
  return factor >= READABLE
    ? []
    : [
        {
          id: `paper:${i.piece}`,
          level: 'look',
          piece: i.piece,
          says: `${i.name} is drawn at ${says} to go on the sheet; its work cannot be read there`,
          advice: 'Take larger paper, or print the places along it as a story stick.',
        },
      ]
}
