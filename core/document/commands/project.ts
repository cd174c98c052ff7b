import * as z from 'zod'
import { isFunctionName, MM_PER } from '../../measure'
import { Expression, Id, Name, Parameter, ParameterName, Project, Settings } from '../schema'
import { renamed, slotsNaming } from '../slots'
import { changesTo, command, parameterIn, Refusal } from './command'

export const renameProject = command({
  name: 'rename-project',
  schema: z.object({ name: Name }).strict(),
  apply: (draft, { name }) => void (draft.name = name),
  describe: ({ name }) => `Rename the project to ${name}`,
})

/** Takes all of another state of the project, but for its id. */
export const restore = command({
  name: 'restore',
  schema: z.object({ project: Project, says: z.string().max(120) }).strict(),
  apply: (draft, { project }) => void Object.assign(draft, { ...project, id: draft.id }),
  describe: ({ says }) => `Go back to ${says}`,
})

export const setSettings = command({
  name: 'set-settings',
  schema: changesTo(Settings),
  apply: (draft, changes) => void Object.assign(draft.settings, changes),
  describe: (changes) => `Set ${Object.keys(changes).join(', ')}`,
})

function freeParameterName(project: Project, name: string, but?: string): string {
  if (['L', 'W', 'T'].includes(name))
    throw new Refusal('L, W and T mean a piece’s own length, width and thickness; choose another name')
  if (Object.hasOwn(MM_PER, name) || isFunctionName(name) || name === 'deg')
    throw new Refusal(`${name} already means something in expressions; choose another name`)
  if (project.parameters.some((p) => p.name === name && p.id !== but))
    throw new Refusal(`There is already a named value called ${name}`)
  return name
}

export const addParameter = command({
  name: 'add-parameter',
  schema: Parameter,
  apply: (draft, parameter) => {
    freeParameterName(draft, parameter.name)
    draft.parameters.push(parameter)
  },
  describe: ({ name }) => `Add the named value ${name}`,
})

export const setParameter = command({
  name: 'set-parameter',
  schema: z.object({ id: Id, expression: Expression }).strict(),
  apply: (draft, { id, expression }) => void (parameterIn(draft, id).expression = expression),
  describe: ({ id }, before) => `Set ${parameterIn(before, id).name}`,
})

export const renameParameter = command({
  name: 'rename-parameter',
  schema: z.object({ id: Id, name: ParameterName }).strict(),
  apply: (draft, { id, name }) => {
    const parameter = parameterIn(draft, id)
    freeParameterName(draft, name, id)
    for (const slot of slotsNaming(draft, parameter.name))
      slot.write(renamed(slot.text, parameter.name, name))
    parameter.name = name
  },
  describe: ({ id, name }, before) => `Rename ${parameterIn(before, id).name} to ${name}`,
})

export const removeParameter = command({
  name: 'remove-parameter',
  schema: z.object({ id: Id }).strict(),
  apply: (draft, { id }) => {
    parameterIn(draft, id)
    draft.parameters = draft.parameters.filter((p) => p.id !== id)
  },
  describe: ({ id }, before) => `Delete the named value ${parameterIn(before, id).name}`,
})
