import type { Project } from '../document'
import { modelOf } from '../model'
import { ModelMirror, type Shown } from '../shown'
import { ModelPublisher } from '../shown/publisher'

/** What a screen would be shown of a project, told as the worker tells it. */
export function shownOf(project: Project): Shown {
  const showing = new ModelMirror()
  showing.take(structuredClone(new ModelPublisher().publish(modelOf(project))), project)
  return showing.show(project)
}
