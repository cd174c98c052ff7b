export { Kernel, loadKernel, type Common, type Shape } from './kernel'
export { bodiesOf } from './bodies'
export { thinPlaces, type ThinPlace } from './thin'
export { matterOf, reachOf } from './matter'
export { matrixOf } from './matrix'
export { drain } from './steps'
export {
  boxRecipe,
  cutsOf,
  recipeKey,
  Assembling,
  Recipes,
  stagesOf,
  type Recipe,
  type Worked,
} from './recipe'
export { sidesOf } from './tools'
export { creaseSegments, edgesOf, type Edge } from './edges'
export { binaryStl, toStl, turnedOver } from './stl'
export { welded, type Surface } from './weld'
export { hashOf } from './hash'
