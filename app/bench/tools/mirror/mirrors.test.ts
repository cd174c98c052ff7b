import type { MadePiece } from '../../../../core/document'
import { tryMeasure } from '../../../../core/resolve'
import { block, make } from '../../../../core/testing/scenario'
import { shownOf } from '../../../../core/testing/shown'
import { proposedDirection, proposedPlane } from './mirrors'

const case_ = make([
  ...block('a', 'left-up', [0, 18], [0, 300], [0, 700]),
  ...block('back', 'front-up', [0, 600], [290, 10], [0, 700]),
  ...block('post', 'front-up', [280, 40], [141, 18], [0, 700]),
])
const shown = shownOf(case_)
const piece = (id: string) => [case_.pieces.find((p) => p.id === id) as MadePiece]
const planeOf = (id: string, direction: 'across' | 'deep' | 'up') => {
  const { about, through } = proposedPlane(shown, piece(id), direction)
  const at = tryMeasure(shown, about, 'length')
  return [at.ok && at.value, through]
}

test('a mirror is proposed in the middle of all that stands, or beside what it would go through', () => {
  expect(planeOf('a', 'across')).toEqual([300, false])
  expect(planeOf('a', 'deep')).toEqual([300, true])
  expect(planeOf('back', 'deep')).toEqual([150, false])
  expect(planeOf('post', 'across')).toEqual([320, true])
})

test('it is proposed in the direction that is usual, where that does something', () => {
  expect(proposedDirection(shown, piece('a'), 'across')).toBe('across')
  expect(proposedDirection(shown, piece('back'), 'across')).toBe('deep')
  // Whichever way, it stands in the middle.
  expect(proposedDirection(shown, piece('post'), 'across')).toBe('across')
})

test('nothing is proposed for what stands alone', () => {
  const alone = make(block('a', 'left-up', [0, 18], [0, 300], [0, 700]))
  expect(proposedPlane(shownOf(alone), [alone.pieces[0] as MadePiece], 'across').about).toBe('')
})
