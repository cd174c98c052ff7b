/** A document after changes that were made elsewhere. */
import { applyPatches, enablePatches, type Patch } from 'immer'
import type { Project } from '../schema'

enablePatches()

export const replay = (project: Project, patches: Patch[]): Project => applyPatches(project, patches)
