/** The stage has the focus when nothing else of the bench has, so that keys are never lost. */
export const STAGE = 'data-stage'

export const focusStage = (): void =>
  document.querySelector<HTMLElement>(`[${STAGE}]`)?.focus({ preventScroll: true })

/** Whether keys are meant for the wood on the stage: it or one of its handles has the focus, or nothing. */
export function onStage(): boolean {
  const at = document.activeElement
  return at === null || at === document.body || at.closest(`[${STAGE}]`) !== null
}
