export * from './schema'
export { defaultSettings, freeId, freeName, lengthStyle, newProject } from './new'
export { isRecord } from './record'
export { SETTING_MEASURES, type SettingMeasure } from './settings'
export { LARGEST_FILE, readData, readProject, writeProject, type Reading } from './read'
export { Aside, sayAside } from './aside'
export { sayIssue } from './words'
export * from './copies'
export { compare, type Difference } from './compare'
export { stepInto } from './choices'
export { askedOf, Clip, clipOf, pastedInto, settled, type Pasted } from './clip'
export {
  Place,
  edgeAt,
  faceAt as onFace,
  faceOf,
  runAt,
  sidesOf,
  facesOf,
  samePlace,
  type Edge,
  type FaceName,
  type Made,
  type Surface,
} from './place'
export { additionKey, MOST_LOGO_CHARS, type AdditionOf, type Spot, type TitleFields } from './sheets'
export { nextLetter } from './commands/sheets'
export { MOST_IMAGE_CHARS, PlacedTraceImage } from './traceImage'
export { Outline, pointsOf, type OutlineCorner, type OutlineEdge, type OutlineFact } from './outline'
export { refsOf, slots, slotsReferringTo } from './slots'
export { execute, type Outcome } from './commands'
export { change, type Change } from './commands/change'
export { nameOf, nameOfGone } from './commands/command'
export { replay } from './commands/replay'
export { groupsAbove, groupsWithin } from './nesting'
export { callJoints, callSteps, stepFieldWord, stepWord } from './kindWords'
export { sayStep, stepsIn, takenIds, takenStepIds } from './brokenReferences'
