import { Dialog } from '../ui/Dialog'

const KEYS = [
  ['B', 'Add a board'],
  ['J', 'Join'],
  ['E', 'Space evenly'],
  ['I', 'Mirror'],
  ['X', 'Explode'],
  ['Z', 'X-ray'],
  ['F', 'Fit to the window'],
  ['1 – 7', 'Front, back, left, right, top, bottom, pictorial'],
  ['Delete', 'Delete what is chosen'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['Ctrl K', 'Find a command, piece or measure'],
  ['Esc', 'Leave what you are doing'],
  ['?', 'These keys'],
] as const

export function Keys({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} title="Keys">
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
        {KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="measure rounded-sm border border-edge px-1.5">{key}</kbd>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-3 text-quiet">
        On the bench: right or middle drag turns the view, with Shift it slides, the wheel zooms to the
        pointer. Two fingers do the same on touch.
      </p>
    </Dialog>
  )
}
