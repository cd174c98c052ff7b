/**
 * Files in and out of the board: a picture to trace, outlines from drawings, and the outline as a drawing.
 */
import { useEffect, useMemo, useRef, useState, type RefObject } from 'react'
import { toast } from 'sonner'
import { change, faceOf, stepsIn, stepWord, type Outline } from '../../../core/document'
import { drawingFormat, DRAWING_FORMATS } from '../../../core/exchange/drawings/formats'
import { asSolved, faceView, imageOn, placed, withAll, type Seen } from '../../../core/outline'
import { fileName, saveFile } from '../../store/files'
import { run, useOpen } from '../../store/open'
import { Choice } from '../../ui/Choice'
import { sayRefusal } from '../../ui/refusal'
import { FromFile } from './FromFile'
import { readTraceImage } from './trace/image'
import type { Drawing } from './useOutline'

interface Props {
  readonly drawing: Drawing
  /** How the face is turned on the board. */
  readonly turned: Seen
  readonly readOnly: boolean
  /** What takes files that are dropped. */
  readonly host: RefObject<HTMLElement | null>
}

/** Before the id of a picture of the project, where one is chosen. */
const SHARED = 'shared '

const isDrawing = (file: File) => /\.(svg|dxf)$/i.test(file.name) || file.type === 'image/svg+xml'

export function Files({ drawing, turned, readOnly, host }: Props) {
  const [reading, setReading] = useState<File | null>(null)
  const [busy, setBusy] = useState(false)
  const inputs = {
    picture: useRef<HTMLInputElement>(null),
    camera: useRef<HTMLInputElement>(null),
    read: useRef<HTMLInputElement>(null),
  }
  const { outline, solved, step, wood, paths, size } = drawing
  const pictures = useOpen((s) => s.project.pictures)
  const view = useMemo(() => faceView(size, turned), [size, turned])
  const take = async (file: File) => {
    if (isDrawing(file)) return setReading(file)
    setBusy(true)
    const taken = await readTraceImage(file, file.name)
    setBusy(false)
    if (!taken.ok) return void sayRefusal(taken.why)
    const { picture } = taken
    const next = { ...asSolved(outline, solved), picture: imageOn(picture, size, turned) }
    if (sayRefusal(run(change.putPicture({ id: step.id, picture, outline: next }))) && taken.says)
      toast(taken.says)
  }
  /** A picture that another outline is traced from, too: as it lies on the same face, or to its scale. */
  const share = (id: string) => {
    const picture = pictures.find((p) => p.id === id)!
    const lain = stepsIn(useOpen.getState().project).find(({ step: s }) => s.outline?.picture?.of === id)!
    const there = lain.step.outline!.picture!
    const same = lain.entry.id === wood.id && faceOf(lain.step.at) === drawing.face
    const placed = same ? there : { ...imageOn(picture, size, turned), scale: there.scale }
    drawing.put({ ...asSolved(outline, solved), picture: placed }, `Trace over ${picture.name}`.slice(0, 80))
  }
  const newest = useRef(take)
  useEffect(() => {
    newest.current = take
  })
  useEffect(() => {
    const on = host.current
    if (!on || readOnly) return
    const first = (data: DataTransfer | null) => [...(data?.files ?? [])][0]
    const over = (e: DragEvent) => e.preventDefault()
    const drop = (e: DragEvent) => {
      const file = first(e.dataTransfer)
      e.preventDefault()
      if (file) void newest.current(file)
    }
    const paste = (e: ClipboardEvent) => {
      const file = first(e.clipboardData)
      if (!file) return
      e.preventDefault()
      void newest.current(file)
    }
    on.addEventListener('dragover', over)
    on.addEventListener('drop', drop)
    document.addEventListener('paste', paste)
    return () => {
      on.removeEventListener('dragover', over)
      on.removeEventListener('drop', drop)
      document.removeEventListener('paste', paste)
    }
  }, [host, readOnly])

  const save = async (id: string) => {
    const format = drawingFormat(id)!
    const name = `${wood.name} ${stepWord(step.kind)}`
    // As it is seen on the board.
    const seen = paths.paths.map((p) => p.segments.map((s) => placed(s, view.from, view.hand)))
    const layer = { name: 'outline', depth: null, paths: seen }
    if (layer.paths.length === 0)
      return void sayRefusal('The outline is not closed yet, so there is none to save')
    const text = await format.write({ name, size: view.size, layers: [layer], texts: [], left: [] })
    saveFile(fileName(name, `.${id}`), text, format.type)
  }
  const asks = [
    ...(readOnly
      ? []
      : ([
          ['picture', 'a picture to trace…'],
          ['camera', 'a picture from the camera…'],
          ...pictures
            .filter((p) => p.id !== outline.picture?.of)
            .map((p) => [`${SHARED}${p.id}`, `the picture ${p.name}, again`] as const),
          ['read', 'an outline from an SVG or DXF…'],
        ] as const)),
    ...DRAWING_FORMATS.map((f) => [f.id, `save it as ${f.title}`] as const),
  ]
  return (
    <>
      <Choice<string>
        label="Files"
        className="btn"
        value=""
        placeholder={busy ? 'Reading…' : 'Files…'}
        disabled={busy}
        of={asks}
        onPick={(id) => {
          if (id in inputs) inputs[id as keyof typeof inputs].current?.click()
          else if (id.startsWith(SHARED)) share(id.slice(SHARED.length))
          else void save(id)
        }}
      />
      {(
        [
          ['picture', 'image/png,image/jpeg,image/webp'],
          ['camera', 'image/*'],
          ['read', '.svg,.dxf,image/svg+xml'],
        ] as const
      ).map(([id, accept]) => (
        <input
          key={id}
          ref={inputs[id]}
          type="file"
          hidden
          data-takes={id}
          accept={accept}
          {...(id === 'camera' && { capture: 'environment' })}
          onChange={(e) => {
            const [file] = e.target.files ?? []
            e.target.value = ''
            if (file) void take(file)
          }}
        />
      ))}
      {reading && (
        <FromFile
          file={reading}
          view={view}
          onClose={() => setReading(null)}
          onPut={(read: Outline) => {
            if (drawing.put(withAll(asSolved(outline, solved), read), `Insert ${reading.name}`.slice(0, 80)))
              setReading(null)
          }}
        />
      )}
    </>
  )
}
