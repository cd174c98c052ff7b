/** Setting a face of one piece against a face of another: flush, off it, or run up to it. */
import { change, type Change } from '../../../../core/document'
import { DIRECTION_OF, sideAt } from '../../../../core/pieces'
import type { Shown } from '../../../../core/shown'
import { faceNamed } from '../between/between'
import { movedTo, runTo } from '../../placing/spans'
import { free, hangingOn, stretchOf } from '../../placing/targets'

export type Manner = 'flush' | 'off' | 'run'

export interface Against {
  /** The face that goes there, and where it goes, as stored measures. */
  readonly mine: string
  readonly that: string
  readonly manner: Manner
  /** How far off it, in the way that the other face looks; read for `off` only. */
  readonly offset: string
}

/** The change, or a sentence that says why it cannot be made. */
export function setAgainst(
  shown: Shown,
  { mine, that, manner, offset }: Against,
): Change | { readonly why: string } {
  const face = faceNamed(mine)
  if (!face) return { why: 'Pick a face of the piece that is to be set' }
  if (!that.trim()) return { why: 'Pick the face that it is set against' }
  const id = face.piece.split('#')[0]!
  const { pieces, groups } = shown.project
  const wood = groups.find((g) => g.id === id) ?? pieces.find((p) => p.id === id)
  if (!wood) return { why: 'That piece is not there any more' }
  if (!('spans' in wood)) return { why: `${wood.name} is a mirrored twin; set its original` }
  const { axis, far } = sideAt(face.side)
  const direction = DIRECTION_OF[axis]!
  const other = faceNamed(that)
  if (other && sideAt(other.side).axis !== axis)
    return { why: 'The two faces stand square to each other; pick one that looks the same way or back' }
  const otherId = other?.piece.split('#')[0]
  if (otherId === id) return { why: 'It cannot be set against itself' }
  if (otherId && hangingOn(shown, { of: [wood] }, axis).has(otherId)) {
    const name = [...pieces, ...groups].find((x) => x.id === otherId)?.name ?? 'that'
    return { why: `Where ${name} is follows from ${wood.name}, so ${wood.name} cannot follow from it` }
  }
  if (!free(wood, direction)) return { why: `${wood.name} is placed by its even spacing in this direction` }
  const now = stretchOf(shown, id, direction)
  if (!now) return { why: `It is not known yet where ${wood.name} is` }
  const out = other && !sideAt(other.side).far ? '-' : '+'
  const place = manner === 'off' && offset.trim() ? `${that} ${out} (${offset})` : that
  const side = far ? 'end' : 'start'
  const span = wood.spans[direction]
  const put = (manner === 'run' ? runTo : movedTo)(span, side, place, now, shown.style)
  return change.setSpan({ id, direction, span: put })
}
