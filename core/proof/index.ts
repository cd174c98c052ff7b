/** Every check. A new one of the wood is one file and one line here; one of the numbers, in quick.ts. */
import type { Project } from '../document'
import type { Model } from '../model'
import type { Problem } from '../resolve'
import { drain, type Kernel } from '../solid'
import { condensed, oneOfAlike } from './alike'
import { assembly } from './assembly'
import { bends } from './steps/bends'
import { bodies } from './pieces/bodies'
import { withoutFollowing } from './causes'
import type { Check, QuickCheck } from './check'
import { clash } from './pieces/clash'
import { corners } from './steps/corners'
import { depths } from './joints/depths'
import { drawing } from './steps/drawing'
import { endgrain } from './joints/endgrain'
import { fasteners } from './joints/fasteners'
import { findingOf, type Finding } from './finding'
import { fits } from './joints/fits'
import { floors } from './steps/floors'
import { gaps } from './joints/gaps'
import { grain } from './joints/grain'
import { held } from './joints/held'
import { hardware } from './hardware/hardware'
import { idle } from './steps/idle'
import { laid } from './pieces/laid'
import { mirrored } from './pieces/mirrored'
import { movement } from './pieces/movement'
import { pegs } from './hardware/pegs'
import { isOn, looked, QUICK } from './quick'
import { rounding } from './numbers/rounding'
import { safe } from './steps/safe'
import { sag } from './pieces/sag'
import { swapped } from './pieces/swapped'
import { thin } from './steps/thin'
import { tenons } from './joints/tenons'
import { swing } from './hardware/swing'
import { threads } from './hardware/threads'
import { unfinished } from './unfinished'
import { units } from './numbers/units'
import { walls } from './steps/walls'

/** Of the wood, once the project rests. */
export const CHECKS = [
  bodies,
  idle,
  clash,
  held,
  gaps,
  fits,
  tenons,
  depths,
  floors,
  walls,
  thin,
  corners,
  pegs,
  fasteners,
  threads,
  hardware,
  swing,
  assembly,
  endgrain,
  mirrored,
  swapped,
  grain,
  units,
  movement,
  sag,
  rounding,
  laid,
  drawing,
  bends,
  safe,
] as unknown as readonly Check[]

/** All of them, as a maker may switch them off. */
export const ALL: ReadonlyArray<QuickCheck | Check> = [...QUICK, ...CHECKS]

/** What is not looked for, because it was switched off. */
export const offTitles = ({ limits }: Pick<Project, 'limits'>): string[] =>
  ALL.filter((c) => limits.off.includes(c.id)).map((c) => c.title)

/** The checks of one project, from revision to revision. */
export class Proof {
  private readonly memories: ReadonlyMap<Check, unknown>

  constructor() {
    this.memories = new Map(CHECKS.map((check) => [check, check.memory()]))
  }

  /**
   * Everything that is wrong or worth a look; yields between small steps, with the check that is at work.
   * Checks of the titles in `skip` took too long before, and are only told.
   */
  *find(model: Model, kernel: Kernel, skip: readonly string[] = []): Generator<Check, Finding[]> {
    const told = (problems: readonly Problem[], check: QuickCheck | Check) =>
      oneOfAlike(
        problems.map((p) => findingOf(p, check, model)),
        model,
      )
    const found: Finding[] = QUICK.flatMap((check) => told(looked(check, model), check))
    for (const check of CHECKS) {
      if (!isOn(model, check)) continue
      if (skip.includes(check.title)) {
        found.push(...told([unfinished(check, new Error('it took too long'))], check))
        continue
      }
      found.push(...told(yield* this.search(check, model, kernel), check))
    }
    return condensed(withoutFollowing(found, ALL, model), model)
  }

  /** What one check of the wood finds; that it failed, where it does. */
  private *search(check: Check, model: Model, kernel: Kernel): Generator<Check, readonly Problem[]> {
    let search: ReturnType<Check['find']> | undefined
    try {
      search = check.find(model, kernel, this.memories.get(check))
      for (let step = search.next(); ; step = search.next()) {
        if (step.done) return step.value
        yield check
      }
    } catch (error) {
      // The solid library itself is broken after a trap: whoever holds it begins anew.
      if (error instanceof WebAssembly.RuntimeError) throw error
      return [unfinished(check, error)]
    } finally {
      // Whoever stops this, stops the check too.
      search?.return([])
    }
  }
}

export const proofOf = (model: Model, kernel: Kernel): Finding[] => drain(new Proof().find(model, kernel))

/** One check of the wood by itself. */
export const findBy = (id: string, model: Model, kernel: Kernel): readonly Problem[] => {
  const check = CHECKS.find((c) => c.id === id)
  if (!check) throw new Error(`No check is called ${id}`)
  return drain(check.find(model, kernel, check.memory()))
}

export type { Finding } from './finding'
export { lookOver, QUICK } from './quick'
export { inOrder, judged, standing, type Judged } from './judge'
export type { Check, QuickCheck } from './check'
