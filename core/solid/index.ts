export { Kernel, loadKernel, recipeKey, type Recipe, type Shape } from './kernel'
export { matrixOf, recipeOf } from './recipe'
export { creaseSegments, edgesOf, type Edge } from './edges'
export { toStl } from './stl'
