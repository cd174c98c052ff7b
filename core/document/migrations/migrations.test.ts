import { readData } from '../read'
import { copiesById } from './copies'
import { placesAt } from './places'

/** As version 2 kept them: what was put aside, as JSON text. */
const aside = (list: string, entry: object) => ({
  id: 'x1',
  list,
  where: 'there',
  why: 'so',
  text: JSON.stringify(entry),
})
const textOf = (data: { setAside?: unknown }): unknown =>
  JSON.parse((data.setAside as Array<{ text: string }>)[0]!.text)

test('what was put aside is brought up to date too, so that it can be put back once it is mended', () => {
  const group = {
    id: 'g1',
    placements: [{ kind: 'moved', turns: [] }, { kind: 'none' }, { kind: 'moved', turns: [] }],
  }
  expect(
    textOf(copiesById({ groups: [group], setAside: [aside('groups', { ...group, except: [4] })] })),
  ).toEqual({
    id: 'g1',
    except: ['c3'],
    placements: [
      { id: 'c1', kind: 'moved', turns: [] },
      { id: 'c3', kind: 'moved', turns: [] },
    ],
  })
  const joint = {
    between: [
      { piece: 'a', face: 'end1' },
      { piece: 'b', face: null },
    ],
  }
  expect(textOf(placesAt({ setAside: [aside('joints', joint)] }))).toEqual({
    between: [
      { piece: 'a', at: { kind: 'face', face: 'end1' } },
      { piece: 'b', at: null },
    ],
  })
})

test('texts that are no measures are left as they are, and so is what cannot be read', () => {
  const data = {
    pieces: [
      {
        id: 'p1',
        name: '@p1#2.top',
        note: 'see @p1#2.top',
        spans: { up: { start: '@p1#2.top' } },
        except: 'odd',
      },
      7,
    ],
    groups: 'none',
    setAside: [aside('pieces', {}), { text: '{' }, null],
  }
  expect(copiesById(data)).toMatchObject({
    pieces: [
      { name: '@p1#2.top', note: 'see @p1#2.top', spans: { up: { start: '@p1#2.top' } }, except: 'odd' },
      7,
    ],
    groups: 'none',
  })
})

test.each([
  ['a count that names itself', [{ id: 'm', name: 'n', kind: 'number', expression: 'n + 1' }], 'n'],
  ['a count that hangs on a piece', [], '@p1.length/3'],
  ['a count that does not read', [], '3 +'],
])('%s is taken for one, and nothing is lost', (_, parameters, count) => {
  const read = readData({
    format: 'ergaton-project',
    version: 2,
    id: 'x',
    name: 'X',
    parameters: [...parameters, { id: 'r', name: 'read', kind: 'length', expression: '@p1#5.top' }],
    stock: [
      { id: 's', name: 'S', kind: 'board', species: 'pine', thickness: '18', width: null, lengths: [] },
    ],
    pieces: [
      {
        kind: 'made',
        id: 'p1',
        name: 'Shelf',
        stock: 's',
        facing: 'right-up',
        group: 'g1',
        spans: { across: {}, deep: {}, up: {} },
        repeat: { kind: 'pitch', direction: 'up', count, pitch: '100' },
      },
    ],
    groups: [{ id: 'g1', name: 'G', spans: { across: {}, deep: {}, up: {} }, placements: [] }],
  })
  if (!read.ok) throw new Error(read.why)
  expect(read.project.pieces).toHaveLength(1)
  expect(read.project.parameters.at(-1)!.expression).toBe('@p1#5.top')
})
