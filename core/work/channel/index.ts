import { defineWork } from '../feature'
import type { Channel } from './channel'
import { cut } from './cut'
import { callout, describe } from './describe'
import { dimensions } from './dimensions'
import { own } from './own'

export type { Channel } from './channel'
export const channel = defineWork<Channel>({
  kind: 'channel',
  name: (c) => c.name,
  shownOn: (c) => c.face,
  cut,
  describe,
  callout,
  dimensions,
  own,
})
