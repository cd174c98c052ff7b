/** Every kind of work. A new kind is one folder and one line here. */
import { channel } from './channel'
import type { Feature, WorkKind } from './feature'
import { notch } from './notch'

const KINDS: readonly WorkKind<never>[] = [channel, notch]

const byKind = new Map(KINDS.map((k) => [k.kind, k as WorkKind]))

/** What there is to know about a feature's kind. */
export function workKind(feature: Feature): WorkKind {
  const kind = byKind.get(feature.kind)
  if (!kind) throw new Error(`No kind of work is called ${feature.kind}`)
  return kind
}

export type { Dimension, Feature, Sentence, WorkKind } from './feature'
export type { Channel } from './channel'
export type { Notch } from './notch'
