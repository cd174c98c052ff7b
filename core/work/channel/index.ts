import { defineWork } from '../feature'
import { stopsOf, type Channel } from './channel'
import { cut } from './cut'
import { callout, describe } from './describe'
import { dimensions } from './dimensions'
import { own } from './own'

export type { Channel } from './channel'
export const channel = defineWork<Channel>({
  kind: 'channel',
  name: (c) => c.name,
  shownOn: (c) => c.face,
  // A blade runs right through; what stops short of an end is routed.
  machine: (c) => (stopsOf(c).low > 0 || stopsOf(c).high > 0 ? 'router' : 'table saw'),
  cut,
  describe,
  callout,
  dimensions,
  own,
})
