import type { Instance } from '../../../core/resolve'
import type { Shown } from '../../../core/shown'
import { stagesOf } from '../../../core/solid'
import { dependsOnShape, type Feature } from '../../../core/work'

/** The work of an instance in the order of the cuts of its recipe. */
export const workIn = (shown: Shown, instance: Instance): Feature[] =>
  stagesOf(shown.features(instance.key), dependsOnShape).flat()

/** Which cut of its recipe a feature of an instance is, from 1; 0 for none. */
export const cutOf = (shown: Shown, instance: Instance, lit: string): number =>
  workIn(shown, instance).findIndex((f) => f.id === lit) + 1
