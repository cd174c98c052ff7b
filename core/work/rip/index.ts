import { sawCut, type SawCut } from '../crosscut'
import { defineWork } from '../feature'
import { own } from './own'

export const rip = defineWork<SawCut>({ kind: 'rip', ...sawCut, own })
