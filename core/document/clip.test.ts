import fc from 'fast-check'
import {
  askedOf,
  change,
  clipOf,
  Clip,
  execute,
  newProject,
  pastedInto,
  readProject,
  settled,
  writeProject,
  type Project,
  type Step,
} from '.'
import { modelOf } from '../model'
import { tryMeasure } from '../resolve'
import { block, make } from '../testing/scenario'

/** A frame of two posts and a shelf, grouped and housed, beside a block that the shelf is as deep as. */
const shop = make([
  change.addParameter({ id: 'm1', name: 'gap', kind: 'length', expression: 'wide - 36' }),
  change.addParameter({ id: 'm2', name: 'wide', kind: 'length', expression: '500' }),
  change.addParameter({ id: 'm3', name: 'unused', kind: 'length', expression: '1' }),
  ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
  ...block('k', 'up-left', [900, 18], [0, 240], [0, 500]),
  change.mirrorPiece({ id: 'b', of: 'a', name: 'Right', direction: 'across', about: 'wide/2' }),
  change.addPiece({
    kind: 'made',
    id: 's',
    name: 'Shelf',
    stock: 'any',
    facing: 'right-up',
    spans: {
      across: { start: '@a.right', size: 'gap' },
      deep: { start: '@a.front', size: '@k.deep' },
      up: { start: '200' },
    },
    work: [
      {
        id: 'w1',
        kind: 'channel',
        at: { kind: 'face', face: 'face' },
        fields: { width: '6', depth: '4', from: '20' },
      },
    ],
  }),
  change.group({ id: 'g', name: 'Frame', members: ['a', 'b', 's'] }),
])
const comes = (project: Project) => (text: string) => {
  const found = tryMeasure(modelOf(project).resolved, text, 'length')
  return found.ok ? String(found.value) : null
}
const clip = clipOf(shop, new Set(['a', 'b', 's']), comes(shop))
const paste = (into: Project, from: Clip = clip): Project => {
  const pasted = pastedInto(from, into)
  if ('why' in pasted) throw new Error(pasted.why)
  const done = execute(into, change.paste(pasted))
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const sizes = (project: Project, names: readonly string[]) =>
  names.map((name) => {
    const piece = project.pieces.find((p) => p.name === name)!
    const i = modelOf(project).resolved.byId.get(piece.id)!.instances[0]!
    return [i.length, i.width, i.thickness, i.box.min[0], i.box.min[2]]
  })
const NAMES = ['A', 'Right', 'Shelf']

test('what is carried is the pieces, their group, stock and the measures they use, and no more', () => {
  expect(clip.pieces.map((p) => p.id)).toEqual(['a', 'b', 's'])
  expect(clip.groups.map((g) => g.id)).toEqual(['g'])
  expect(clip.stock.map((s) => s.id)).toEqual(['any'])
  expect(clip.parameters.map((p) => p.name)).toEqual(['gap', 'wide'])
  expect(clip.values).toEqual({ '@k.deep': '240' })
  // It goes over the clipboard as text.
  expect(Clip.parse(JSON.parse(JSON.stringify(clip)))).toEqual(clip)
})

test('in another project it has the same sizes, and what it hung on is a figure', () => {
  const there = paste(newProject('o', 'Other', 'mm'))
  expect(sizes(there, NAMES)).toEqual(sizes(shop, NAMES))
  const shelf = there.pieces.find((p) => p.name === 'Shelf')!
  expect(shelf).toMatchObject({ spans: { deep: { size: '240' } } })
  expect(there.groups[0]!.id).toBe(shelf.group)
  expect(modelOf(there).resolved.failures).toEqual([])
  // What it is written to and read from is the same.
  expect(readProject(writeProject(there))).toMatchObject({ ok: true, project: { setAside: [] } })
})

test('where a measure of that name is already, that one is meant', () => {
  const other = make([change.addParameter({ id: 'x', name: 'wide', kind: 'length', expression: '600' })])
  const there = paste(other)
  expect(there.parameters.map((p) => [p.name, p.expression])).toEqual([
    ['wide', '600'],
    ['gap', 'wide - 36'],
  ])
  expect(sizes(there, ['Shelf'])[0]![0]).toBe(564)
})

test('in its own project it hangs on what it hung on, and its copy on itself', () => {
  const twice = paste(shop)
  const shelf = twice.pieces.find((p) => p.name === 'Shelf 2')!
  expect(shelf).toMatchObject({ spans: { deep: { size: '@k.deep' } } })
  expect(JSON.stringify(shelf)).not.toContain('@a.')
  expect(sizes(twice, ['A 2', 'Right 2', 'Shelf 2'])).toEqual(sizes(twice, NAMES))
  expect(twice.stock).toHaveLength(shop.stock.length)
  expect(twice.parameters).toHaveLength(shop.parameters.length)
  const ids = [...twice.pieces, ...twice.groups].flatMap((x) => [
    x.id,
    ...('work' in x ? x.work.map((w) => w.id) : []),
  ])
  expect(new Set(ids).size).toBe(ids.length)
})

test('however often it is pasted, every copy is as the first and nothing reads what is gone', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 4 }), fc.boolean(), (times, own) => {
      let there = own ? shop : newProject('o', 'Other', 'mm')
      for (let n = 0; n < times; n++) there = paste(there)
      const model = modelOf(there)
      expect(model.resolved.failures).toEqual([])
      const shelves = there.pieces.filter((p) => p.name.startsWith('Shelf'))
      expect(shelves).toHaveLength(times + (own ? 1 : 0))
      for (const s of shelves) expect(model.resolved.byId.get(s.id)!.instances[0]!.length).toBe(464)
    }),
    { numRuns: 8 },
  )
})

test('a twin without its original stays, and another unit is refused in words', () => {
  expect(clipOf(shop, new Set(['b']), comes(shop)).pieces).toEqual([])
  expect(pastedInto(clip, newProject('i', 'Inches', 'in'))).toEqual({
    why: 'These pieces are in millimetres, and this project in inches',
  })
})

describe('the picture that an outline is traced from', () => {
  const picture = {
    id: 'i1',
    name: 'heron.png',
    type: 'image/png',
    wide: 40,
    high: 30,
    data: 'aGVyb24=',
  } as const
  const outlineOf = (of: string) => ({
    points: {},
    edges: [],
    facts: [],
    corners: [],
    picture: { of, at: [2, 3] as [number, number], scale: 0.5, turn: 0 },
  })
  const traced = (data: string = picture.data) =>
    make([
      ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
      change.addStep({
        on: 'a',
        step: { id: 'w1', kind: 'saw', at: { kind: 'face', face: 'face' }, fields: {} },
      }),
      change.putPicture({ id: 'w1', picture: { ...picture, data }, outline: outlineOf('i1') }),
    ])
  const carried = clipOf(traced(), new Set(['a']), () => null)
  const pictureOf = (project: Project, n: number) => {
    const wood = project.pieces[n] as Project['pieces'][number] & { work: Step[] }
    const of = wood.work[0]!.outline!.picture!.of
    return project.pictures.find((p) => p.id === of)
  }
  test('goes along to where it is not', () => {
    const there = paste(make([]), carried)
    expect(there.pictures).toHaveLength(1)
    expect(pictureOf(there, 0)).toMatchObject({ name: 'heron.png', data: picture.data })
    expect(readProject(writeProject(there))).toMatchObject({ ok: true })
  })
  test('is one with the same picture there, and another than one that is called by its id', () => {
    const same = paste(traced(), carried)
    expect(same.pictures).toHaveLength(1)
    const other = paste(traced('b3RoZXI='), carried)
    expect(other.pictures).toHaveLength(2)
    expect([pictureOf(other, 0)!.data, pictureOf(other, 1)!.data]).toEqual(['b3RoZXI=', picture.data])
  })
  test('stays behind where there is no room for it, and the wood goes along all the same', () => {
    const large = 'A'.repeat(1_500_000)
    const full = {
      ...traced(),
      pictures: [0, 1, 2, 3].map((n) => ({ ...picture, id: `x${n}`, data: large })),
    }
    const pasted = pastedInto(carried, full)
    expect(pasted).toMatchObject({ pictures: [], pieces: [{ name: 'A' }] })
  })
})

test('what is kept is asked for measures that stand for themselves, and is as big as they are told', () => {
  expect(askedOf(clip).map((p) => p.name)).toEqual(['wide'])
  fc.assert(
    fc.property(fc.integer({ min: 100, max: 900 }), fc.integer({ min: 100, max: 900 }), (there, told) => {
      const other = make([
        change.addParameter({ id: 'x', name: 'wide', kind: 'length', expression: String(there) }),
        change.addParameter({ id: 'y', name: 'gap', kind: 'length', expression: 'wide - 36' }),
        change.addParameter({ id: 'z', name: 'wide_2', kind: 'length', expression: '7' }),
      ])
      const into = paste(other, settled(clip, { wide: String(told) }, other))
      expect(sizes(into, ['Shelf'])[0]![0]).toBeCloseTo(told - 36, 9)
      expect(sizes(into, ['Right'])[0]![3]).toBeCloseTo(told - 18, 9)
      expect(modelOf(into).resolved.failures).toEqual([])
      // What was there is as it was; a measure of the same value is shared.
      expect(into.parameters.slice(0, 3)).toEqual(other.parameters)
      expect(into.parameters).toHaveLength(there === told ? 3 : 5)
    }),
  )
})
