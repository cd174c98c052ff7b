import fc from 'fast-check'
import { change, execute, type Direction, type MadePiece } from '../../../../core/document'
import { modelOf } from '../../../../core/model'
import { facing, ROOM_SIDES, sideAt, type RoomSide } from '../../../../core/pieces'
import { lookOver } from '../../../../core/proof'
import { block, make } from '../../../../core/testing/scenario'
import { faceNamed, lookingInward, standBetween } from './between'

/** Two posts, a floor between them and a wall behind. */
const frame = make([
  ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
  ...block('b', 'up-left', [482, 18], [0, 300], [0, 700]),
  ...block('c', 'right-up', [18, 464], [0, 300], [0, 18]),
])
const added = (faces: { from: string; to: string; on: string }, wide = true) => {
  const found = standBetween(faces, wide, null)
  if ('why' in found) throw new Error(found.why)
  const piece: Pick<MadePiece, 'kind' | 'id' | 'name' | 'stock' | 'facing' | 'spans'> = {
    kind: 'made',
    id: 'n',
    stock: 'any',
    name: 'New',
    ...found,
  }
  const done = execute(frame, change.addPiece(piece))
  if (!done.ok) throw new Error(done.why)
  const m = modelOf(done.project)
  expect(lookOver(m).filter((p) => p.piece === 'n' && p.level === 'stop')).toEqual([])
  return { ...found, box: m.resolved.byId.get('n')!.instances[0]!.box }
}

test('a shelf runs from side to side, lies on what it is told to, and is as deep as the side', () => {
  const shelf = added({ from: '@a.right', to: '@b.left', on: '@c.top' })
  expect(shelf.box).toEqual({ min: [18, 0, 18], max: [482, 300, 36] })
  // The other way round it is the same board.
  expect(added({ from: '@b.left', to: '@a.right', on: '@c.top' }).box).toEqual(shelf.box)
})
test('a face below which it hangs is where it ends', () => {
  const hung = added({ from: '@a.right', to: '@b.left', on: '@c.bottom' })
  expect([hung.box.min[2], hung.box.max[2]]).toEqual([-18, 0])
})
test('an upright stands from the floor to a height', () => {
  const post = added({ from: '@c.top', to: '400', on: '@a.right' })
  expect(post.box).toEqual({ min: [18, 0, 18], max: [36, 300, 400] })
})
test('picked from outside, a board runs between what looks at each other, and not through it', () => {
  const boxOf = (id: string) => modelOf(frame).resolved.byId.get(id)!.instances[0]!.box
  const inward = (from: string, to: string, on: string) => {
    const found = lookingInward({ from, to, on }, boxOf)
    return [found.from, found.to]
  }
  const inside = ['@a.right', '@b.left']
  expect(inward('@a.left', '@b.right', '@c.top')).toEqual(inside)
  expect(inward('@a.left', '@b.left', '')).toEqual(inside)
  expect(inward('@b.right', '@a.left', '')).toEqual([...inside].reverse())
  // On top of both, or below, it covers their ends.
  expect(inward('@a.left', '@b.right', '@a.top')).toEqual(['@a.left', '@b.right'])
  expect(inward('@a.left', '@b.right', '@b.bottom')).toEqual(['@a.left', '@b.right'])
  // What is no pair of faces stays as it is.
  expect(inward('@a.left', '@c.top', '')).toEqual(['@a.left', '@c.top'])
  expect(inward('@a.left', '400', '')).toEqual(['@a.left', '400'])
})
test('where it lies on nothing, it is thin as told, but never along its length', () => {
  const faces = { from: '@a.right', to: '@b.left', on: '' }
  const thin = (d: Direction) => {
    const found = standBetween(faces, false, 'right-up', d)
    return 'facing' in found ? found.facing : found.why
  }
  expect([thin('up'), thin('deep'), thin('across')]).toEqual(['right-up', 'right-front', 'right-up'])
})
test('a board of its own width keeps it', () => {
  const found = standBetween({ from: '@a.right', to: '@b.left', on: '@c.top' }, false, null)
  expect(found).toMatchObject({ spans: { deep: { start: '@a.front' } } })
  expect(found).not.toHaveProperty('spans.deep.end')
})
test('without a face to lie on it stands as the last one did, where that fits', () => {
  const thin = (last: string | null) => {
    const found = standBetween({ from: '@a.right', to: '@b.left', on: '' }, true, last)
    return 'facing' in found ? found.facing : found.why
  }
  expect([thin(null), thin('right-front'), thin('up-left')]).toEqual(['right-up', 'right-front', 'right-up'])
})
test('whatever faces are picked, it stands or says why not; its three directions are three', () => {
  const faces = fc.constantFrom(...['a', 'b', 'c'].flatMap((p) => ROOM_SIDES.map((s) => `@${p}.${s}`)))
  fc.assert(
    fc.property(faces, faces, fc.oneof(faces, fc.constant('')), fc.boolean(), (from, to, on, wide) => {
      const found = standBetween({ from, to, on }, wide, null)
      const axis = (text: string) => sideAt(faceNamed(text)!.side).axis
      const far = (text: string) => sideAt(faceNamed(text)!.side).far
      const fits = axis(from) === axis(to) && far(from) !== far(to) && (on === '' || axis(on) !== axis(from))
      expect('facing' in found).toBe(fits)
      if (!('facing' in found)) return expect(found.why.length).toBeGreaterThan(10)
      expect(facing(found.facing).id).toBe(found.facing)
      expect(facing(found.facing).room[0]).toBe(axis(from))
      if (on) expect(facing(found.facing).room[2]).toBe(axis(on))
      for (const span of Object.values(found.spans)) expect(Object.keys(span).length).toBeGreaterThan(0)
    }),
  )
})
test.each<[string, RoomSide | null]>([
  ['@p1.right', 'right'],
  ['@p1#2.top', 'top'],
  ['@g1#g1:c2.front', 'front'],
  ['@p1.right + 2', null],
  ['12', null],
  ['@w1.floor', null],
])('%s names the side %s', (text, side) => expect(faceNamed(text)?.side ?? null).toBe(side))
