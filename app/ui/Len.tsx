import { formatLength, type Mm } from '../../core/measure'
import { useOpen } from '../store/open'
import { fractions } from './fractions'

/** A length as the project writes it; ≈ when it was rounded. */
export function Len({ mm, className = '' }: { mm: Mm; className?: string }) {
  const style = useOpen((s) => s.shown.style)
  const w = formatLength(mm, style)
  return (
    <span className={`measure ${className}`} title={w.exact ? undefined : 'rounded'}>
      {w.exact ? '' : '≈ '}
      {fractions(w.text)}
    </span>
  )
}
