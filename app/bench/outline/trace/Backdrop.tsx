/** The picture behind an outline, where it lies on its face. */
import type { PlacedTraceImage } from '../../../../core/document'
import { onImage, type Place2 } from '../../../../core/outline'
import { useOpen } from '../../../store/open'
import type { Sheet } from '../face'

interface Props {
  readonly placed: PlacedTraceImage
  readonly sheet: Sheet
  /** It can be taken by hand; otherwise what lies over it can. */
  readonly loose: boolean
  readonly hold: object
  readonly onNudge: (way: Place2, far: boolean) => void
}

const NUDGES: Readonly<Record<string, Place2>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

export function Backdrop({ placed, sheet, loose, hold, onNudge }: Props) {
  const picture = useOpen((s) => s.project.pictures.find((p) => p.id === placed.of))
  if (!picture) return null
  const { wide, high, type, data, name } = picture
  const corner = sheet.at(onImage(placed, [0, high]))
  const [right, down] = [
    [1, high],
    [0, high - 1],
  ].map((p) => sheet.at(onImage(placed, p as unknown as Place2)))
  const matrix = [
    right![0] - corner[0],
    right![1] - corner[1],
    down![0] - corner[0],
    down![1] - corner[1],
    ...corner,
  ]
  return (
    <image
      href={`data:${type};base64,${data}`}
      width={wide}
      height={high}
      preserveAspectRatio="none"
      transform={`matrix(${matrix.join(' ')})`}
      opacity={placed.seen}
      className={loose ? 'cursor-move touch-none' : 'pointer-events-none'}
      {...(loose
        ? {
            role: 'button',
            tabIndex: 0,
            'aria-label': `Picture ${name}; arrow keys move it`,
            onKeyDown: (e: React.KeyboardEvent) => {
              const way = NUDGES[e.key]
              if (!way) return
              onNudge(way, e.shiftKey)
              e.preventDefault()
              e.stopPropagation()
            },
            ...hold,
          }
        : { role: 'img', 'aria-label': `Picture ${name}` })}
    />
  )
}
