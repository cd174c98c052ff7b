/** Every kind of work. A new kind is one folder, and its two lines here. */
import { bend } from './bend'
import { bore } from './bore'
import { channel } from './channel'
import { crosscut } from './crosscut'
import { ease } from './ease'
import type { WorkKind } from './feature'
import { hollow } from './hollow'
import { keyway } from './keyway'
import { lap } from './lap'
import { mortise } from './mortise'
import { notch } from './notch'
import { panel } from './panel'
import { peg } from './peg'
import { recess } from './recess'
import { rip } from './rip'
import { rout } from './rout'
import { saw } from './saw'
import { seat } from './seat'
import { shape } from './shape'
import { sockets } from './sockets'
import { taper } from './taper'
import { tenon } from './tenon'
import { thread } from './thread'
import { turn } from './turn'

/** In the order they are offered. */
export const KINDS = [
  channel,
  crosscut,
  rip,
  lap,
  tenon,
  mortise,
  sockets,
  bore,
  recess,
  seat,
  peg,
  ease,
  rout,
  saw,
  taper,
  shape,
  turn,
  bend,
  hollow,
  panel,
  thread,
  notch,
  keyway,
] as unknown as WorkKind[]
