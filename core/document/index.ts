export * from './schema'
export { defaultSettings, freeId, freeName, lengthStyle, newProject } from './new'
export {
  isRecord,
  LARGEST_FILE,
  readData,
  readProject,
  sayIssue,
  writeProject,
  type Reading,
  type SetAside,
} from './read'
export { slots, slotsReferringTo } from './slots'
export { change, execute, nameOf, replay, type Change, type Outcome } from './commands'
