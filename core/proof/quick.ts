/** The checks of the numbers alone. A new one is one file and one line here. */
import type { Model } from '../model'
import type { Problem } from '../resolve'
import { bores } from './steps/bores'
import type { QuickCheck } from './check'
import { copies } from './pieces/copies'
import { hinges } from './hardware/hinges'
import { lost } from './pieces/lost'
import { measures } from './numbers/measures'
import { outlines } from './steps/outlines'
import { runs } from './steps/runs'
import { setAside } from './numbers/setaside'
import { settings } from './numbers/settings'
import { sizes } from './pieces/sizes'
import { stock } from './pieces/stock'
import { twice } from './joints/twice'
import { twins } from './joints/twins'
import { unfinished } from './unfinished'
import { work } from './steps/work'

/** Of the numbers, at every change. */
export const QUICK: readonly QuickCheck[] = [
  setAside,
  copies,
  measures,
  lost,
  sizes,
  stock,
  settings,
  work,
  twice,
  twins,
  bores,
  runs,
  outlines,
  hinges,
]

/** Whether the maker wants it looked for. */
export const isOn = (model: Model, check: { readonly id: string }): boolean =>
  !model.project.limits.off.includes(check.id)

/** What is wrong with the numbers, found at once. */
export const lookOver = (model: Model): Problem[] => QUICK.flatMap((check) => looked(check, model))

/** What one of them finds. */
export function looked(check: QuickCheck, model: Model): readonly Problem[] {
  if (!isOn(model, check)) return []
  try {
    return check.look(model)
  } catch (error) {
    return [unfinished(check, error)]
  }
}
