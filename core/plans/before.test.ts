/** What was drawn before is taken where all that it follows from is as it was, and never where it is not. */
import { change, onFace, type Change } from '../document'
import { modelOf, Modeller } from '../model'
import { corners, saw } from '../testing/outlines'
import { step } from '../testing/proving'
import { run } from '../testing/run'
import { block, join, make, testKernel } from '../testing/scenario'
import { textsOf } from '../testing/sheets'
import { DrawnBefore, planSheets } from './index'

const kernel = await testKernel()
const shelf = make([
  ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
  ...block('b', 'up-right', [618, 18], [0, 240], [0, 700]),
  ...block('c', 'right-up', [18, 600], [0, 240], [300, 18]),
  step('c', 'bore', 'face', { along: '100', across: '60', diameter: '8', depth: '9' }),
  join('housing', ['c.end1', 'a'], { depth: 6 }),
])
const text = (after: string): Change =>
  change.adjust({ sheet: 'piece c', of: 'size 0', says: '', changes: { after } })
/** Each goes on from the one before, and the last ones back to what was. */
const EDITS: ReadonlyArray<readonly [string, Change]> = [
  ['a text', text('bare')],
  ['a hole', step('c', 'bore', 'back', { along: '200', across: '60', diameter: '5', depth: '4' })],
  ['an outline', saw('b', corners([0, 0], [700, 0], [700, 200], [0, 240]))],
  ['a name', change.renamePiece({ id: 'a', name: 'Left side' })],
  ['the paper', change.setSettings({ paper: 'a3' })],
  ['the manner', change.setSettings({ manner: 'chain' })],
  ['the unit', change.setSettings({ style: { unit: 'in', form: 'fraction', denominator: 32, places: 3 } })],
  ['the title block', change.setSettings({ titles: { ...shelf.settings.titles, drawn: 'M. Fennel' } })],
  ['a revision', change.issueRevision({ date: '2026-11-30', says: '', changed: [], stood: {} })],
  ['a sheet left out', change.editSheet({ sheet: 'assembly', out: true })],
  ['the text again', text('')],
]

test('after any change the sheets are what they are when all is drawn anew', () => {
  const before = new DrawnBefore()
  const modeller = new Modeller()
  let project = shelf
  let last = JSON.stringify([...planSheets(modeller.model(project), kernel, before)])
  for (const [what, edit] of EDITS) {
    project = run(project, edit)
    const quick = JSON.stringify([...planSheets(modeller.model(project), kernel, before)])
    const fresh = JSON.stringify([...planSheets(modelOf(project), kernel)])
    expect({ what, same: quick === fresh }).toEqual({ what, same: true })
    expect({ what, other: quick !== last }).toEqual({ what, other: true })
    last = quick
  }
})

test('a twin that becomes the other hand is drawn as that', () => {
  const bored = (on: string, along: string): Change =>
    change.addStep({
      on,
      step: {
        id: `h${on}`,
        kind: 'bore',
        off: false,
        at: onFace('face'),
        fields: { along, across: '40', diameter: '10', depth: '8' },
        options: {},
      },
    })
  const pair = (along: string) =>
    make([
      ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
      ...block('b', 'right-up', [0, 300], [200, 100], [0, 20]),
      bored('a', '60'),
      bored('b', along),
    ])
  const before = new DrawnBefore()
  const said = (along: string) =>
    [...planSheets(modelOf(pair(along)), kernel, before)]
      .flatMap((s) => textsOf(s))
      .filter((t) => t.startsWith('Mirrored'))
  expect(said('60')).toEqual([])
  expect(said('240')).toEqual(['Mirrored: 1 of 2, measured from here'])
  expect(said('60')).toEqual([])
})
