import type { Project } from '../document'
import { modelOf } from '../model'
import { Showing, type Shown } from '../shown'
import { Teller } from '../shown/teller'

/** What a screen would be shown of a project, told as the worker tells it. */
export function shownOf(project: Project): Shown {
  const showing = new Showing()
  showing.take(structuredClone(new Teller().tell(modelOf(project))), project)
  return showing.show(project)
}
