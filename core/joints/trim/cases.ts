import fc from 'fast-check'
import { edgeAt } from '../../document'
import { block, join } from '../../testing/scenario'
import { type Cases, mm } from '../../testing/joinery'

export const cases: Cases = {
  'trim to a leaning board': fc
    .record({ w: mm(60, 150), t: mm(15, 30), a: mm(5, 40), gap: mm(0, 3) })
    .map(({ w, t, a, gap }) => {
      const tan = Math.tan((a * Math.PI) / 180)
      const cos = Math.cos((a * Math.PI) / 180)
      // The underside rises from the front (y = 0, z = 200) to the back; the post stands under it.
      const back = 200 + w * tan - gap / cos
      const front = 200 - gap / cos
      return {
        changes: [
          ...block('a', 'up-left', [0, t], [0, w], [0, 180]),
          ...block('b', 'right-up', [-50, 300], [0, 400], [200, 20], {
            tilts: [{ at: edgeAt('back', 'edge1'), angle: String(a) }],
          }),
        ],
        joint: join('trim', ['a.end2', 'b.back'], { gap }),
        volumes: { a: (w * t * (front + back)) / 2, b: 300 * 400 * 20 },
      }
    }),
}
