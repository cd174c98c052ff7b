/** What of the bench comes back after a reload: what was chosen, hidden and locked, and where the eye was. */
import { useEffect } from 'react'
import * as z from 'zod/mini'
import { choose, useOpen, whenSettled } from '../store/open'
import { useBench } from './asks'
import { begunTool, PANEL_TOOLS } from './tools/active'

const Three = z.tuple([z.number(), z.number(), z.number()])
const Kept = z.object({
  chosen: z.array(z.string()),
  hidden: z.array(z.string()),
  locked: z.array(z.string()),
  apart: z.number(),
  seeThrough: z.boolean(),
  byMark: z.boolean(),
  tool: z.nullable(z.enum(PANEL_TOOLS)),
  gaze: z.nullable(z.object({ from: Three, at: Three })),
})
const keyOf = (project: string) => `ergaton-bench ${project}`

/** Keeps it as the page is left, for this window; takes it up again as the bench comes. */
export function useKeptBench(): void {
  const id = useOpen((s) => s.project.id)
  useEffect(() => {
    const read = (): z.infer<typeof Kept> | null => {
      try {
        const found = Kept.safeParse(JSON.parse(sessionStorage.getItem(keyOf(id)) ?? ''))
        return found.success ? found.data : null
      } catch {
        return null
      }
    }
    const note = () => {
      const { hidden, locked, apart, seeThrough, byMark, active, eye } = useBench.getState()
      const { chosen, project } = useOpen.getState()
      if (project?.id !== id) return
      const gaze = eye?.own ? { from: [...eye.gaze.from], at: [...eye.gaze.at] } : null
      const kept = {
        chosen,
        hidden: [...hidden],
        locked: [...locked],
        apart,
        seeThrough,
        byMark,
        tool: active && active.tool !== 'place' ? active.tool : null,
        gaze,
      }
      try {
        sessionStorage.setItem(keyOf(id), JSON.stringify(kept))
      } catch {
        // It is a comfort only; the project itself is kept elsewhere.
      }
    }
    let stopWaiting = () => {}
    const kept = read()
    if (kept) {
      const { hidden, locked, gaze, chosen, tool, ...looks } = kept
      const active = tool && begunTool(tool)
      useBench.setState({ hidden: new Set(hidden), locked: new Set(locked), active, ...looks })
      const take = () => {
        const { shown, chosen: now } = useOpen.getState()
        if (now.length === 0) choose(chosen.filter((key) => shown.byKey.has(key)))
      }
      if (useOpen.getState().shown.settled) take()
      else whenSettled(take)
      if (gaze) stopWaiting = awaitEye((eye) => eye.gazeFrom(gaze))
    } else useBench.setState({ hidden: new Set(), locked: new Set() })
    window.addEventListener('pagehide', note)
    return () => {
      stopWaiting()
      note()
      window.removeEventListener('pagehide', note)
    }
  }, [id])
}

/** Does something once the stage stands and has looked at what there is; gives what ends the waiting. */
function awaitEye(then: (eye: NonNullable<ReturnType<typeof useBench.getState>['eye']>) => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined
  const act = () => {
    const { eye } = useBench.getState()
    if (eye) timer = setTimeout(() => then(eye), 300)
    return eye !== null
  }
  const stop = act() ? () => {} : useBench.subscribe(() => act() && stop())
  return () => {
    stop()
    clearTimeout(timer)
  }
}
