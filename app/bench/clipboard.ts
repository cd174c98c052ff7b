/** Copying pieces and putting them in again, here, in another project or in another window. */
import { shifted, measureText } from '../../core/measure'
import { useEffect } from 'react'
import { toast } from 'sonner'
import {
  change,
  Clip,
  clipOf,
  pastedInto,
  refsOf,
  type MadePiece,
  type Pasted,
  type Project,
} from '../../core/document'
import { tryMeasure } from '../../core/resolve'
import type { Shown } from '../../core/shown'
import { isTyping } from '../frame/shortcuts'
import { sayFault } from '../store/hands'
import { run, useOpen, whenSettled } from '../store/open'
import { keepOwnReady } from '../store/ownReady'
import { sayRefusal } from '../ui/refusal'
import { chooseAll, chosenGroup, chosenIds } from './groups'

/** What was copied last, in this window. */
let copied: Clip | null = null
export const hasClip = (): boolean => copied !== null

/** What a measure comes to, as a text that means the same anywhere. */
function valueIn(shown: Shown, text: string): string | null {
  const length = tryMeasure(shown, text, 'length')
  if (length.ok) return measureText(length.value, shown.style)
  const number = tryMeasure(shown, text, 'number')
  if (number.ok) return String(number.value)
  const angle = tryMeasure(shown, text, 'angle')
  return angle.ok ? `${angle.value}deg` : null
}

/** What is chosen, to be carried elsewhere; null, and it is said why, when there is nothing. */
function clipChosen(): Clip | null {
  const { project, shown, chosen } = useOpen.getState()
  const ids = new Set(chosenIds(chosen))
  const boxes = shown.instances.filter((i) => ids.has(i.piece)).map((i) => i.grown.min[0])
  const left = boxes.length > 0 ? Math.min(...boxes) : 0
  const clip = clipOf(project, ids, (text) => valueIn(shown, text), left)
  if (clip.pieces.length === 0) {
    sayRefusal(ids.size > 0 ? 'A mirrored twin is copied along with its original' : 'Choose what to copy')
    return null
  }
  return clip
}

/** Keeps what is chosen for pasting; gives it as text, or null when there is nothing to copy. */
export function copyChosen(): string | null {
  const clip = clipChosen()
  if (!clip) return null
  copied = clip
  return JSON.stringify(clip)
}

/** Keeps what is chosen as ready work of the maker's own, called as its group or its first piece. */
export async function keepAsReady(): Promise<void> {
  const { project, chosen } = useOpen.getState()
  const clip = clipChosen()
  if (!clip) return
  const name = chosenGroup(project, chosen)?.name ?? clip.pieces[0]!.name
  try {
    await keepOwnReady(name, clip)
    toast(`Saved as a ready-made: ${name}. Every project offers it (W)`)
  } catch (error) {
    sayRefusal(sayFault(error, 'It could not be saved'))
  }
}

/** Copies to the clipboard of the machine as well, where the browser lets it. */
export function copyOut(): void {
  const text = copyChosen()
  if (text !== null) void navigator.clipboard?.writeText(text).catch(() => undefined)
}

/** Puts in what was copied last, clear of what stands. */
export function pasteClip(clip: Clip | null = copied): void {
  if (!clip) return void sayRefusal('Nothing was copied yet. Choose pieces and press Ctrl C')
  const { project, shown } = useOpen.getState()
  const pasted = pastedInto(clip, project)
  if ('why' in pasted) return void sayRefusal(pasted.why)
  const clear = setClear(clip, pasted, project, shown)
  if (!sayRefusal(run(change.paste(clear)))) return
  const ids = new Set(pasted.pieces.map((p) => p.id))
  whenSettled(() => chooseAll(ids))
}

/** Moves it to the right of all that stands, each part that is not placed by another one of it. */
function setClear(clip: Clip, pasted: Pasted, { id }: Project, shown: Shown): Pasted {
  if (shown.instances.length === 0) return pasted
  const right = Math.max(...shown.instances.map((i) => i.grown.max[0]))
  const [gap, step] = shown.style.unit === 'in' ? [50.8, 25.4] : [50, 10]
  const by = Math.ceil((right + gap - clip.left) / step) * step
  if (by <= 0 && clip.from !== id) return pasted
  const mine = new Set([...pasted.pieces, ...pasted.groups].map((x) => x.id))
  const moved = (text: string): string => {
    if (refsOf(text).some((ref) => mine.has(ref.id))) return text
    const now = tryMeasure(shown, text, 'length')
    return now.ok ? shifted(text, by, now.value, shown.style) : text
  }
  const across = <T extends Placed>(x: T): T => {
    const { start, end, centre, ...size } = x.spans.across
    const places = Object.entries({ start, end, centre }).flatMap(([fact, text]) =>
      text === undefined ? [] : [[fact, moved(text)] as const],
    )
    const even = x.repeat?.kind === 'even' && x.repeat.direction === 'across' ? x.repeat : null
    const repeat = even ? { ...even, from: moved(even.from), to: moved(even.to) } : x.repeat
    return { ...x, repeat, spans: { ...x.spans, across: { ...size, ...Object.fromEntries(places) } } }
  }
  const pieces = pasted.pieces.map((p) => {
    if (p.kind === 'made') return across(p)
    return p.direction === 'across' ? { ...p, about: moved(p.about) } : p
  })
  return { ...pasted, pieces, groups: pasted.groups.map(across) }
}
type Placed = Pick<MadePiece, 'spans' | 'repeat'>

/** A text that was copied from a bench; null for any other. */
function clipFrom(text: string): Clip | null {
  try {
    const read = Clip.safeParse(JSON.parse(text))
    return read.success ? read.data : null
  } catch {
    return null
  }
}

/** Answers the keys for copying, cutting and pasting. */
export function useClipboard(cut: () => void): void {
  useEffect(() => {
    const busy = (e: ClipboardEvent) => isTyping(e.target) || document.querySelector('[role=dialog]') !== null
    const take = (e: ClipboardEvent) => {
      if (busy(e) || !(getSelection()?.isCollapsed ?? true) || useOpen.getState().chosen.length === 0) return
      const text = copyChosen()
      if (text === null) return
      e.clipboardData?.setData('text/plain', text)
      e.preventDefault()
      if (e.type === 'cut') cut()
    }
    const paste = (e: ClipboardEvent) => {
      if (busy(e)) return
      const text = e.clipboardData?.getData('text/plain') ?? ''
      const clip = clipFrom(text)
      // What else was copied elsewhere since is no piece of wood.
      if (!clip && (text !== '' || !copied)) return
      e.preventDefault()
      pasteClip(clip ?? copied)
    }
    document.addEventListener('copy', take)
    document.addEventListener('cut', take)
    document.addEventListener('paste', paste)
    return () => {
      document.removeEventListener('copy', take)
      document.removeEventListener('cut', take)
      document.removeEventListener('paste', paste)
    }
  }, [cut])
}
