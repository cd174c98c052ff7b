/** Where readings come from besides the keys: a stand-in for a caliper, or one on a serial line. */
import { create } from 'zustand'
import { readCaliper, standIn } from '../../core/proof/caliper'
import type { LengthUnit, Mm } from '../../core/measure'

/** What of the Web Serial API is used; browsers that have none have no `serial`. */
interface SerialPort {
  readonly readable: ReadableStream<Uint8Array> | null
  open(how: { baudRate: number }): Promise<void>
  close(): Promise<void>
}
interface Serial {
  requestPort(): Promise<SerialPort>
}
const serial = (): Serial | undefined => (navigator as Navigator & { serial?: Serial }).serial

export const hasSerial = (): boolean => serial() !== undefined

/** Most calipers on a line send at this rate. */
const BAUD = 9600
const PATIENCE = 20_000

interface Gauge {
  readonly source: 'stand-in' | 'serial'
  readonly port: SerialPort | null
}
export const useGauge = create<Gauge>(() => ({ source: 'stand-in', port: null }))

export function takeStandIn(): void {
  const { port } = useGauge.getState()
  void port?.close().catch(() => undefined)
  useGauge.setState({ source: 'stand-in', port: null })
}

/** Asks which line a caliper is on; says why there is none. */
export async function connect(): Promise<string | null> {
  try {
    const port = await serial()!.requestPort()
    await port.open({ baudRate: BAUD })
    useGauge.setState({ source: 'serial', port })
    return null
  } catch (error) {
    return (error as Error).name === 'NotFoundError'
      ? null
      : 'The caliper could not be reached; check its cable, and that no other program has it'
  }
}

/** A reading as a measure, or why there is none. */
export async function readGauge(should: Mm, unit: LengthUnit): Promise<{ text: string } | { why: string }> {
  const { source, port } = useGauge.getState()
  const line = source === 'serial' && port ? await lineFrom(port) : standIn(should, unit, Math.random)
  const text = line === null ? null : readCaliper(line, unit)
  if (text !== null) return { text }
  return {
    why:
      line === null
        ? 'The caliper sent nothing; press its button'
        : `The caliper sent “${line}”, which is no length`,
  }
}

/** The next line that comes; null when none does for a while. */
async function lineFrom(port: SerialPort): Promise<string | null> {
  const reader = port.readable?.getReader()
  if (!reader) return null
  const decoder = new TextDecoder()
  let text = ''
  const timer = setTimeout(() => void reader.cancel(), PATIENCE)
  try {
    for (;;) {
      const { value, done } = await reader.read()
      if (value) text += decoder.decode(value, { stream: true })
      const end = text.search(/[\r\n]/)
      if (end > 0) return text.slice(0, end)
      if (end === 0) text = text.trimStart()
      if (done) return text.trim() || null
    }
  } catch {
    return null
  } finally {
    clearTimeout(timer)
    reader.releaseLock()
  }
}
