import fc from 'fast-check'
import { block, join } from '../../testing/scenario'
import { type Cases, mm } from '../../testing/joinery'

export const cases: Cases = {
  'edge glue': fc
    .record({ w: mm(60, 150), W: mm(60, 150), t: mm(15, 30) })
    .map(({ w, W, t }) => ({
      changes: [
        ...block('a', 'right-up', [0, 400], [0, w], [0, t]),
        ...block('b', 'right-up', [0, 400], [w, W], [0, t]),
      ],
      joint: join('glue', ['a.edge2', 'b.edge1']),
      volumes: { a: 400 * w * t, b: 400 * W * t },
    })),
}
