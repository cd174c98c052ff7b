/**
 * Every kind of ready work, in the order it is offered. A new kind is a file and a line here. What builds it
 * into a project (build.ts) models, so it is for the worker.
 */
import { boxWithLid } from './box'
import { caseWithShelves } from './case'
import { drawers } from './drawer'
import { faceFrame } from './faceframe'
import type { Ready } from './kind'
import { fourLegs } from './legs'
import { framedPanel } from './panel'
import { pictureFrame } from './pictureframe'
import { plinth } from './plinth'
import { slidingLidBox } from './slidingbox'

export const READY: readonly Ready[] = [
  caseWithShelves,
  faceFrame,
  drawers,
  boxWithLid,
  slidingLidBox,
  framedPanel,
  pictureFrame,
  fourLegs,
  plinth,
]

export const readyKind = (kind: string): Ready | undefined => READY.find((r) => r.kind === kind)

export { firstChoice } from './kind'
export { suits } from './stock'
export type { Ready, ReadyChoice, ReadyMeasure, ReadyStock } from './kind'
