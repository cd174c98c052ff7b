import type { Sentence as Said } from '../../core/work'
import { Because } from './Because'
import { Len } from './Len'

/** A sentence about work, its measures set in fractions and open to asking where they come from. */
export function Sentence({ says }: { says: Said }) {
  return (
    <span className="measure whitespace-normal">
      {says.map((part, i) =>
        typeof part === 'string' ? (
          part
        ) : part.key ? (
          <Because key={i} of={part.key}>
            <Len mm={part.mm} />
          </Because>
        ) : (
          <Len key={i} mm={part.mm} />
        ),
      )}
    </span>
  )
}
