/** An outline from a drawing of another program: what is in the file, how large it is, and where it goes. */
import { useEffect, useMemo, useState } from 'react'
import type { Outline } from '../../../core/document'
import type { Drawn, Reading } from '../../../core/exchange/drawings/read'
import { outlineOf, type Putting } from '../../../core/exchange/drawings/read/put'
import { cornersOf, segmentOf, type FaceView, type Place2 } from '../../../core/outline'
import { sayLength } from '../../../core/resolve'
import { MOST_SMALL, readingHand, Restarted, sayFault } from '../../store/hands'
import { useOpen } from '../../store/open'
import { Choice } from '../../ui/Choice'
import { Dialog } from '../../ui/Dialog'
import { fractions } from '../../ui/fractions'

/** Units a file may be in, millimetres. */
const UNITS = {
  mm: [1, 'millimetres'],
  cm: [10, 'centimetres'],
  in: [25.4, 'inches'],
  px: [25.4 / 96, 'pixels, 96 to the inch'],
  pt: [25.4 / 72, 'points, 72 to the inch'],
} as const
type Unit = keyof typeof UNITS
const GAPS = { '0.01': 0.01, '0.1': 0.1, '0.5': 0.5, '2': 2 } as const
type Gap = keyof typeof GAPS
const PUTTINGS: ReadonlyArray<readonly [Putting, string]> = [
  ['middle', 'in the middle of the face'],
  ['corner', 'in the corner of the face'],
  ['as drawn', 'where the file has it'],
]

interface Props {
  readonly file: File
  /** The face as the board has it. */
  readonly view: FaceView
  readonly onPut: (outline: Outline) => void
  readonly onClose: () => void
}

export function FromFile({ file, view, onPut, onClose }: Props) {
  const shown = useOpen((s) => s.shown)
  const [read, setRead] = useState<Reading<Drawn> | null>(null)
  const [unit, setUnit] = useState<Unit | 'file' | ''>('')
  const [gap, setGap] = useState<Gap>('0.1')
  const [putting, setPutting] = useState<Putting>('middle')
  useEffect(() => {
    let [gone, busy] = [false, true]
    const look = async (): Promise<Reading<Drawn>> => {
      const bytes = new Uint8Array(await file.arrayBuffer())
      return readingHand.ask<Reading<Drawn>>((hand) => hand.readDrawing(bytes, file.name), MOST_SMALL)
    }
    look()
      .catch((error: unknown): Reading<Drawn> => ({
        ok: false,
        why: sayFault(error, `${file.name} could not be read`),
      }))
      .then((found) => {
        busy = false
        if (gone) return
        setRead(found)
        if (found.ok && found.read.unit !== null) setUnit('file')
      })
      .catch(() => undefined)
    return () => {
      gone = true
      // Whatever is read next does not wait for what nobody waits for any more.
      if (busy) readingHand.terminate(new Restarted(`${file.name} was not read`))
    }
  }, [file])

  const drawn = read?.ok ? read.read : null
  const scale = unit === 'file' ? drawn?.unit : unit === '' ? null : UNITS[unit][0]
  const made = useMemo(
    () => (drawn && scale ? outlineOf(drawn, scale, GAPS[gap], putting, view) : null),
    [drawn, scale, gap, putting, view],
  )
  const say = (mm: number) => sayLength(shown, mm)
  const told = made?.ok ? made.read : null
  const left = drawn ? [...drawn.left].map(([what, n]) => `${n} × ${what}`) : []
  const own = drawn?.unit ?? null
  const units: Array<readonly [Unit | 'file', string]> = [
    ...(own !== null ? [['file', `as the file says: ${sayUnit(own)}`] as const] : []),
    ...(Object.entries(UNITS) as Array<[Unit, (typeof UNITS)[Unit]]>).map(
      ([id, [, title]]) => [id, title] as const,
    ),
  ]
  return (
    <Dialog open onClose={onClose} title={`Outline from ${file.name}`}>
      {!read && (
        <div className="flex items-center justify-between gap-2">
          <p role="status" className="text-quiet">
            Reading{file.size > 1e5 && ` ${(file.size / 1e6).toFixed(1)} MB`}…
          </p>
          <button className="btn" onClick={onClose}>
            Stop
          </button>
        </div>
      )}
      {read?.ok === false && (
        <p role="alert" className="text-pencil">
          {read.why}
        </p>
      )}
      {drawn && (
        <div className="flex flex-col gap-3">
          <Preview outline={told?.outline ?? null} view={view} loose={told?.loose ?? []} />
          <div className="grid gap-2 sm:grid-cols-2">
            <div className="sm:col-span-2">
              <Choice
                label="Unit"
                showLabel
                value={unit}
                placeholder="Choose a unit…"
                of={units}
                onPick={setUnit}
              />
            </div>
            <Choice
              label="Close gaps of up to"
              showLabel
              value={gap}
              of={(Object.keys(GAPS) as Gap[]).map((g) => [g, say(GAPS[g])] as const)}
              onPick={setGap}
            />
            <Choice label="Position" showLabel value={putting} of={PUTTINGS} onPick={setPutting} />
          </div>
          {unit === '' && (
            <p role="status" className="text-brass">
              {drawn.kind} has no unit: choose the one it is drawn in.
            </p>
          )}
          {told && (
            <ul className="measure grid gap-0.5">
              <li>
                {fractions(
                  `${drawn.kind}, ${say(told.size[0])} × ${say(told.size[1])}, ` +
                    `${told.outline.edges.length} edges`,
                )}
              </li>
              {told.gaps > 0 && (
                <li>{fractions(`Gaps closed: ${told.gaps}, the widest ${say(told.widest)}`)}</li>
              )}
              {told.loose.length > 0 && (
                <li className="text-brass">
                  {fractions(
                    `Open at ${told.loose.length} ends, the first at ${say(told.loose[0]![0])} along ` +
                      `and ${say(told.loose[0]![1])} across`,
                  )}
                </li>
              )}
              {told.twice > 0 && <li>Drawn twice, and taken once: {told.twice}</li>}
              {told.short > 0 && <li>Shorter than a gap, and left out: {told.short}</li>}
              {left.length > 0 && <li>Left out: {left.join(', ')}</li>}
            </ul>
          )}
          {made?.ok === false && (
            <p role="alert" className="text-pencil">
              {made.why}
            </p>
          )}
          <div className="flex justify-end gap-2">
            <button className="btn" onClick={onClose}>
              Cancel
            </button>
            <button className="btn btn-main" disabled={!told} onClick={() => told && onPut(told.outline)}>
              Insert
            </button>
          </div>
        </div>
      )}
    </Dialog>
  )
}

/** "mm", or how many millimetres a unit of the file is. */
const sayUnit = (mm: number): string =>
  Object.values(UNITS).find(([of]) => Math.abs(of - mm) < 1e-9)?.[1] ?? `${Number(mm.toPrecision(5))} mm each`

/** The outline on its face, with rings where it is open. */
function Preview({
  outline,
  view,
  loose,
}: {
  readonly outline: Outline | null
  readonly view: FaceView
  readonly loose: readonly Place2[]
}) {
  const [w, h] = view.size
  const points = new Map(Object.entries(outline?.points ?? {}))
  const lines = (outline?.edges ?? []).map((e) => {
    const s = segmentOf(e, (id) => points.get(id)!)
    return [...cornersOf(s, 0.1), s.to].map(view.from)
  })
  const all = [...lines.flat(), [0, 0] as const, [w, h] as const]
  const low = [0, 1].map((i) => Math.min(...all.map((p) => p[i]!))) as [number, number]
  const high = [0, 1].map((i) => Math.max(...all.map((p) => p[i]!))) as [number, number]
  const pad = 0.04 * Math.max(high[0] - low[0], high[1] - low[1])
  const [wide, tall] = [high[0] - low[0] + 2 * pad, high[1] - low[1] + 2 * pad]
  const y = (v: number) => high[1] - v
  return (
    <svg
      viewBox={`${low[0] - pad} ${-pad} ${wide} ${tall}`}
      className="h-56 w-full border border-hairline bg-stage"
      role="img"
      aria-label="What is in the file, on the face"
    >
      <rect
        x={0}
        y={y(h)}
        width={w}
        height={h}
        fill="var(--ground)"
        stroke="var(--edge)"
        vectorEffect="non-scaling-stroke"
      />
      {lines.map((line, k) => (
        <path
          key={k}
          d={line.map(([u, v], n) => `${n === 0 ? 'M' : 'L'}${u} ${y(v)}`).join('')}
          fill="none"
          stroke="var(--chalk)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {loose.map(view.from).map(([u, v], k) => (
        <circle
          key={k}
          cx={u}
          cy={y(v)}
          r={pad / 3}
          fill="none"
          stroke="var(--pencil)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  )
}
