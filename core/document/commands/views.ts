/** Views of the bench that are kept by name. */
import * as z from 'zod'
import { freeName } from '../new'
import { Id, SavedView, Name, type Project } from '../schema'
import { command, Refusal } from './command'

function viewIn(project: Project, id: string): SavedView {
  const found = project.views.find((v) => v.id === id)
  if (!found) throw new Refusal('That view is not saved any more')
  return found
}
const nameIn = (project: Project, id: string) => project.views.find((v) => v.id === id)?.name ?? 'view'

export const keepView = command({
  name: 'keep-view',
  schema: SavedView,
  apply: (draft, view) => {
    const names = draft.views.map((v) => v.name)
    draft.views.push({ ...view, name: freeName(view.name, names) })
  },
  describe: ({ name }) => `Save the view ${name}`,
})

export const renameView = command({
  name: 'rename-view',
  schema: z.object({ id: Id, name: Name }).strict(),
  apply: (draft, { id, name }) => {
    if (draft.views.some((v) => v.name === name && v.id !== id))
      throw new Refusal(`There is already a view called ${name}`)
    viewIn(draft, id).name = name
  },
  describe: ({ id, name }, before) => `Rename the view ${nameIn(before, id)} ${name}`,
})

export const removeView = command({
  name: 'remove-view',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    viewIn(draft, id)
    draft.views = draft.views.filter((v) => v.id !== id)
  },
  describe: ({ id }, before) => `Delete the view ${nameIn(before, id)} go`,
})
