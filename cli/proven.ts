import type { Model } from '../core/model'
import { Proof, type Finding } from '../core/proof'
import type { Kernel } from '../core/solid'
import type { Voice } from './voice'

/** All that is wrong or worth a look; says which piece is shaped, and then what is looked for. */
export function proven(model: Model, kernel: Kernel, voice: Voice): Finding[] {
  for (const i of model.resolved.instances) {
    voice.at(`shaping ${i.name}`)
    try {
      kernel.shape(model.recipe(i))
    } catch {
      // The checks tell what cannot be made.
    }
  }
  const search = new Proof().find(model, kernel)
  for (let step = search.next(); ; step = search.next()) {
    if (step.done) return step.value
    voice.at(`checking: ${step.value.title}`)
  }
}
