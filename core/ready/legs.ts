/** A frame on four legs: aprons with tenons into square legs, as for a table or a stool. */
import { defineReady, type Inserted } from './kind'
import { block, way } from '../work/icon'

export const fourLegs = defineReady({
  kind: 'legs',
  title: 'Frame on four legs',
  name: 'Legs',
  line: 'Four legs with aprons: table, stool',
  picture: {
    wood: [
      block([1, 0, 0], [3, 3, 18]),
      block([22, 0, 0], [3, 3, 18]),
      block([5, 11, 0], [3, 3, 18]),
      block([25, 11, 0], [3, 3, 18]),
    ],
    red: [block([4, 1, 14], [18, 1, 4])],
    lines: [way([25, 3, 14], [25, 11, 14], [25, 11, 18], [25, 3, 18])],
  },
  says: 'Four square legs and four aprons with tenons, as for a table or a stool.',
  stocks: {
    leg: { label: 'Legs', of: 'board', thick: 45, wide: 45 },
    apron: { label: 'Aprons', of: 'board', thick: 19, wide: 90 },
  },
  measures: {
    width: { label: 'Width', starts: { in: '36', mm: '900' } },
    depth: { label: 'Depth', starts: { in: '18', mm: '450' } },
    height: { label: 'Height', starts: { in: '28', mm: '700' } },
    leg: { label: 'Width of the legs', starts: { in: '1 3/4', mm: '45' } },
    apron: { label: 'Width of the aprons', starts: { in: '3 1/2', mm: '90' } },
    foot: { label: 'Width at the foot', starts: { in: '1', mm: '25' } },
    back: { label: 'Aprons stand back by', starts: { in: '1/4', mm: '6' }, optional: true },
  },
  choices: {
    taper: {
      label: 'Legs below the aprons',
      values: {
        none: 'as wide all down',
        one: 'tapered on one face, inside',
        two: 'tapered on both inside faces',
        four: 'tapered on all four faces',
      },
    },
  },
  idle: ({ taper = 'none' }) => (taper === 'none' ? ['foot'] : []),
  fits: [['left', 'Starts at']],
  free: true,
  build(to) {
    const g = to.group('Four-legged frame', {
      across: { start: to.fit('left'), size: to.measure('width') },
      deep: { start: '0', size: to.measure('depth') },
      up: { start: '0', size: to.measure('height') },
    })
    const taper = to.chosen('taper')
    /** The faces on the outside stay, or the middle does. */
    const tapered = (leg: Inserted, across: 'low' | 'high', deep: 'low' | 'high') => {
      if (taper === 'none') return
      const foot = to.measure('foot')
      to.work(leg, {
        kind: 'taper',
        face: 'face',
        fields: {
          ...{ at1: '0', width1: foot, at3: `L - ${to.measure('apron')}` },
          ...(taper !== 'one' && { thickness1: foot }),
        },
        options: taper === 'four' ? {} : { across, ...(taper === 'two' && { deep }) },
      })
    }
    const leg = (name: string, across: object, deep: object) =>
      to.board(
        {
          name,
          stock: 'leg',
          facing: 'up-front',
          spans: {
            across: { ...across, size: to.measure('leg') },
            deep,
            up: { start: g.at('bottom'), end: g.at('top') },
          },
        },
        g,
      )
    const [near, far] = [{ start: g.at('front') }, { end: g.at('back') }]
    const [left, right] = [{ start: g.at('left') }, { end: g.at('right') }]
    const legs = {
      frontLeft: leg('Front left leg', left, near),
      frontRight: leg('Front right leg', right, near),
      backLeft: leg('Back left leg', left, far),
      backRight: leg('Back right leg', right, far),
    }
    // Seen from above, edge 1 of each is on its right, and its face in front.
    tapered(legs.frontLeft, 'high', 'high')
    tapered(legs.frontRight, 'low', 'high')
    tapered(legs.backLeft, 'high', 'low')
    tapered(legs.backRight, 'low', 'low')
    const up = { end: g.at('top'), size: to.measure('apron') }
    const inset = to.has('back') ? to.measure('back') : '0'
    const apron = (name: string, facing: string, across: object, deep: object) =>
      to.board({ name, stock: 'apron', facing, spans: { across, deep, up } }, g)
    const { frontLeft, frontRight, backLeft, backRight } = legs
    const between = { start: frontLeft.at('right'), end: frontRight.at('left') }
    const along = { start: frontLeft.at('back'), end: backLeft.at('front') }
    const front = apron('Front apron', 'right-front', between, { start: `${g.at('front')} + ${inset}` })
    const back = apron('Back apron', 'right-back', between, { end: `${g.at('back')} - ${inset}` })
    const one = apron('Left apron', 'back-left', { start: `${g.at('left')} + ${inset}` }, along)
    const other = apron('Right apron', 'back-right', { end: `${g.at('right')} - ${inset}` }, along)
    for (const [apron, a, b] of [
      [front, frontLeft, frontRight],
      [back, backLeft, backRight],
      [one, frontLeft, backLeft],
      [other, frontRight, backRight],
    ] as const)
      for (const post of [a, b])
        to.join('tenon', apron, post, { length: to.either('3/4', '18'), shoulder: to.either('3/8', '10') })
  },
})
