/**
 * What the modelling worker is shaping, and what took too long: the solid library cannot be interrupted, so
 * its worker is ended and begun again, and that piece is set aside while all others are shown.
 */
import { useSlow } from './aside'
import { modelHand, Restarted } from './hands'
import { useOpen } from './open'

/** A piece that is not made after so long is told by name, and set aside, milliseconds. */
const LONG = 2500
const TOO_LONG = 30_000
/** After a change the worker answers within this, or begins anew with it. */
const PATIENCE = 4000

interface Begun {
  readonly shape: number
  readonly mark: string
  readonly name: string
  readonly timers: ReadonlyArray<ReturnType<typeof setTimeout>>
}
let begun: Begun | null = null
/** Pieces that the maker has patience with get so much longer. */
const patience = new Map<string, number>()

/** The worker has begun to shape a piece, told by the mark of its recipe. */
export function shaping(shape: number, mark: string, name: string): void {
  shaped()
  const most = TOO_LONG * (patience.get(mark) ?? 1)
  const timers = [setTimeout(() => useSlow.setState({ at: name }), LONG), setTimeout(() => setAside(), most)]
  begun = { shape, mark, name, timers }
}

/** What was begun is made, where `made` says so; nothing is being shaped any more. */
export function shaped(made: (shape: number) => boolean = () => true): void {
  if (begun && !made(begun.shape)) return
  for (const t of begun?.timers ?? []) clearTimeout(t)
  begun = null
  if (useSlow.getState().at !== null) useSlow.setState({ at: null })
}

/** Goes on without what is being shaped. */
export function setAside(): void {
  if (!begun) return
  const { mark, name } = begun
  useSlow.setState(({ aside }) => ({ aside: new Map([...aside, [mark, name]]) }))
  restart()
}

/** Only these are still there to be set aside; what was mended or deleted is told no more. */
export function keepAside(marks: readonly string[]): void {
  const { aside } = useSlow.getState()
  const still = [...aside].filter(([mark]) => marks.includes(mark))
  if (still.length < aside.size) useSlow.setState({ aside: new Map(still) })
}

/** Shapes what was set aside after all, with more patience. */
export function shapeAfterAll(): void {
  for (const mark of useSlow.getState().aside.keys()) patience.set(mark, 5 * (patience.get(mark) ?? 1))
  useSlow.setState({ aside: new Map() })
}

/** Ends the modelling worker, whatever it is doing; all that it was asked is asked again. */
export function restart(): void {
  shaped()
  modelHand.terminate(new Restarted('The model is worked out anew. Try again'))
}

// What is shaped for long may be what a change has just put right: then it is not waited for.
useOpen.subscribe((now, before) => {
  if (now.project === before.project) return
  if (now.project?.id !== before.project?.id) useSlow.setState({ aside: new Map() })
  const stuck = begun
  if (stuck) setTimeout(() => begun === stuck && restart(), PATIENCE)
})
