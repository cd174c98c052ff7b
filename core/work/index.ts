/** Every kind of work. A new kind is one folder and one line here. */
import { bore } from './bore'
import { channel } from './channel'
import type { Feature, WorkKind } from './feature'
import { keyway } from './keyway'
import { lap } from './lap'
import { mortise } from './mortise'
import { notch } from './notch'
import { saw } from './saw'
import { sockets } from './sockets'
import { tenon } from './tenon'

const KINDS: readonly WorkKind<never>[] = [channel, notch, lap, tenon, mortise, sockets, bore, saw, keyway]

const byKind = new Map(KINDS.map((k) => [k.kind, k as WorkKind]))

/** What there is to know about a feature's kind. */
export function workKind(feature: Feature): WorkKind {
  const kind = byKind.get(feature.kind)
  if (!kind) throw new Error(`No kind of work is called ${feature.kind}`)
  return kind
}

/** How many a feature counts for on a list. */
export const countOf = (feature: Feature): number => workKind(feature).count?.(feature.data) ?? 1

export { sayDegrees, type Dimension, type Feature, type Sentence, type WorkKind } from './feature'
export * from './tool'
export type { Bore } from './bore'
export type { Channel } from './channel'
export type { Keyway } from './keyway'
export type { Lap } from './lap'
export type { Mortise } from './mortise'
export type { Notch } from './notch'
export { saySettings, settingsOf, type SawCut } from './saw'
export type { Sockets } from './sockets'
export type { Tenon } from './tenon'
