/** All wood there is to choose from, found by typing: what is in use, the rack, then the catalogue. */
import { Command } from 'cmdk'
import { Plus } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import * as z from 'zod'
import { freeName, type Stock } from '../../../core/document'
import { useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { takeOver } from '../../ui/keysAhead'
import { MeasureField } from '../../ui/MeasureField'
import { useDraftForm } from '../../ui/useDraftForm'
import { CATALOGUE, putOnRack, useCatalogue } from '../../rack/stocks'

interface Props {
  readonly value: string
  /** The one that is chosen, of which there may be another like it. */
  readonly like: Stock | null
  readonly onTake: (value: string) => void
}

const ITEM =
  'flex min-h-8 cursor-pointer items-center px-3 py-1 data-[selected=true]:bg-chalk-pale ' +
  'pointer-coarse:min-h-11'
const GROUP =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs ' +
  '[&_[cmdk-group-heading]]:text-quiet'

export function StockList({ value, like, onTake }: Props) {
  const [making, make] = useState(false)
  if (making && like) return <Another like={like} onTake={onTake} onLeave={() => make(false)} />
  return <Found value={value} like={like} onTake={onTake} make={() => make(true)} />
}

function Found({ value, like, onTake, make }: Props & { make: () => void }) {
  const catalogue = useCatalogue()
  const field = useRef<HTMLInputElement>(null)
  useEffect(() => takeOver(() => field.current), [])
  const { stock, pieces, settings } = useOpen((s) => s.project)
  const used = new Set(pieces.map((p) => (p.kind === 'made' ? p.stock : '')))
  const own = new Set(stock.map((s) => s.name))
  const rest = catalogue.entries.filter((e) => !own.has(e.stock.name))
  const { unit } = settings.style
  const sorted = [...rest.filter((e) => e.unit === unit), ...rest.filter((e) => e.unit !== unit)]
  const groups: ReadonlyArray<readonly [string, ReadonlyArray<readonly [string, Stock]>]> = [
    ['In use', stock.filter((s) => used.has(s.id)).map((s) => [s.id, s])],
    ['On the rack', stock.filter((s) => !used.has(s.id)).map((s) => [s.id, s])],
    ['From the catalogue', sorted.map((e) => [CATALOGUE + e.stock.id, e.stock])],
  ]
  return (
    <Command label="Find a stock" filter={fits}>
      <Command.Input
        ref={field}
        className="h-9 w-full border-b border-hairline bg-panel px-3 outline-none pointer-coarse:h-11"
        autoFocus
        placeholder={`Type to find, as in ${unit === 'in' ? '1x10' : '18x195'} or birch`}
      />
      <Command.List className={`max-h-72 overflow-auto py-1 ${GROUP}`}>
        <Command.Empty className="px-3 py-2 text-quiet">
          No stock of that name. Take one that is near it, and make another like it.
        </Command.Empty>
        {groups.map(
          ([heading, all]) =>
            all.length > 0 && (
              <Command.Group key={heading} heading={heading}>
                {all.map(([id, s]) => (
                  <Command.Item
                    key={id}
                    value={`${s.name} ${s.species} ${id}`}
                    className={`${ITEM} ${id === value ? 'font-semibold' : ''}`}
                    onSelect={() => onTake(id)}
                  >
                    {fractions(s.name)}
                  </Command.Item>
                ))}
              </Command.Group>
            ),
        )}
        {like && (
          <Command.Item
            value={`another like ${like.name}`}
            className={`${ITEM} border-t border-hairline`}
            onSelect={make}
            forceMount
          >
            <Plus size={14} className="mr-1.5" /> Another like {fractions(like.name)}…
          </Command.Item>
        )}
      </Command.List>
    </Command>
  )
}

/** Every word typed is in the name; `x` stands for the sign between two sizes. */
function fits(value: string, search: string): number {
  const plain = (text: string) =>
    text
      .toLowerCase()
      .replaceAll('×', 'x')
      .replace(/[¼½¾]/g, (c) => ({ '¼': '1/4', '½': '1/2', '¾': '3/4' })[c]!)
  const words = plain(search).split(/\s+/)
  const text = plain(value)
  if (!words.every((word) => text.includes(word))) return 0
  return text.startsWith(words[0]!) ? 1 : 0.5
}

const Sizes = z.object({
  name: z.string().trim().min(1, 'Type a name'),
  thickness: z.string().min(1, 'Type its thickness'),
  width: z.string().min(1, 'Type its width').nullable(),
})

/** A stock of the maker's own: as the one that is chosen, but for its sizes and what it is called. */
function Another({
  like,
  onTake,
  onLeave,
}: {
  like: Stock
  onTake: (id: string) => void
  onLeave: () => void
}) {
  const names = useOpen((s) => s.project.stock).map((s) => s.name)
  const { values, set, submit, why } = useDraftForm(`another ${like.id}`, Sizes, () => ({
    name: freeName(like.name, names),
    thickness: like.thickness,
    width: like.width,
  }))
  const put = (sizes: z.infer<typeof Sizes>) => {
    const id = putOnRack({ ...like, ...sizes })
    if (id) onTake(id)
    return null
  }
  return (
    <form
      className="grid gap-2 p-3"
      onSubmit={(e) => {
        e.preventDefault()
        e.stopPropagation()
        submit(put)
      }}
    >
      <p className="font-semibold">Another like {fractions(like.name)}</p>
      <label>
        <span className="text-xs text-quiet">Name of the stock</span>
        <input
          className="field"
          autoFocus
          value={values.name}
          maxLength={80}
          onChange={(e) => set({ name: e.target.value })}
        />
      </label>
      <div className="flex gap-2">
        <MeasureField
          label="Its thickness"
          showLabel
          value={values.thickness}
          onCommit={(t) => (set({ thickness: t }), null)}
        />
        {values.width !== null && (
          <MeasureField
            label="Its width"
            showLabel
            value={values.width}
            onCommit={(t) => (set({ width: t }), null)}
          />
        )}
      </div>
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
      <div className="flex justify-end gap-1">
        <button type="button" className="btn btn-quiet" onClick={onLeave}>
          Cancel
        </button>
        <button className="btn btn-main">Use stock</button>
      </div>
    </form>
  )
}
