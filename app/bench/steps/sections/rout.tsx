/** What a bit leaves of an edge, at full size where there is room, and how it is run. */
import type { Instance } from '../../../../core/resolve'
import { sayLength } from '../../../../core/resolve'
import { cutAt, type Rout } from '../../../../core/work'
import { useOpen } from '../../../store/open'
import { fractions, inWords } from '../../../ui/fractions'

/** Millimetres of wood shown beside and below what is cut. */
const ROUND = 6
/** The most that is drawn at full size, millimetres. */
const WIDEST = 60

export function RoutSection({ data: r, on }: { readonly data: Rout; readonly on: Instance }) {
  const shown = useOpen((s) => s.shown)
  const line = cutAt(r.run).map(([x, z]) => [x - r.run.off, Math.min(0, z)] as const)
  const [wide, high] = [r.inward + 2 * ROUND, r.depth + 2 * ROUND]
  const scale = Math.min(1, WIDEST / wide)
  const inside = r.inward > 1e-9 && r.run.off >= 0
  // What is taken, the edge of the wood at the right.
  const taken = line.map(([d, z]) => `${-d} ${-z}`).join('L')
  const outline = inside ? `M0 ${r.depth}L${taken}L0 0Z` : ''
  const size = `${sayLength(shown, r.inward)} × ${sayLength(shown, r.depth)}`
  const says = scale === 1 ? `${size}, at full size` : size
  const outer = r.run.loops !== 'inside'
  return (
    <figure className="my-1 grid gap-1">
      {inside && (
        <svg
          viewBox={`${-r.inward - ROUND} ${-ROUND / 2} ${wide} ${high}`}
          style={{ width: `${wide * scale}mm`, height: `${high * scale}mm` }}
          className="max-w-full border border-hairline bg-stage"
          role="img"
          aria-label={`What is left of the edge: ${inWords(size)}`}
        >
          <path
            d={`M${-r.inward - ROUND} 0H0V${r.depth + 2 * ROUND}H${-r.inward - ROUND}Z`}
            fill="var(--ground)"
            stroke="var(--edge)"
            strokeWidth="0.3"
          />
          <path d={outline} fill="var(--stage)" stroke="var(--ink)" strokeWidth="0.4" />
        </svg>
      )}
      <figcaption className="text-xs text-quiet">
        <span className="measure block">{fractions(says)}</span>
        <span className="block">
          {r.passes === 1 ? 'One pass' : `${r.passes} passes`}, {r.speed[0].toLocaleString('en')} to{' '}
          {r.speed[1].toLocaleString('en')} rpm.
          {r.corner > 1e-6 && <> Inside corners stay round, r {fractions(sayLength(shown, r.corner))}.</>}
        </span>
        <span className="block">
          Seen from above with the router on top, feed {outer && 'round the outside anticlockwise'}
          {r.run.loops === 'all' && ', '}
          {r.run.loops !== 'outside' && 'round openings clockwise'}; end grain first. {on.name} held fast,
          test on scrap. Your training, the machine’s manual and local rules come first.
        </span>
      </figcaption>
    </figure>
  )
}
