export * from './geometry'
export * from './facing'
export { frameIn, ownSize } from './placed'
export * from './motion'
