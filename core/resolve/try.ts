import type { MeasureKind } from '../measure'
import { NodeFault, type NodeKey, type MeasureFault } from './graph'
import { measureNode } from './measurenode'
import { namesOf } from './names'
import type { Resolved } from './types'

/** What reading a measure asks of a project that was worked out. */
export type Readable = Pick<Resolved, 'project' | 'result' | 'slip' | 'say'>

export type Tried =
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly slip: MeasureFault }

/**
 * What a stored measure would give in a project as it stands, without putting it there. `locals` as in
 * measureNode.
 */
export function tryMeasure(
  resolved: Readable,
  stored: string,
  kind: MeasureKind,
  locals: Readonly<Record<string, NodeKey>> = {},
): Tried {
  const node = measureNode(
    { key: 'tried', owner: { kind: 'setting', id: 'tried' }, label: 'This' },
    stored,
    kind,
    namesOf(resolved.project),
    locals,
  )
  for (const key of node.reads) {
    const slip = resolved.slip(key)
    if (slip) return { ok: false, slip: { message: `A value it uses is not settled: ${slip.message}` } }
    if (!resolved.result(key))
      return { ok: false, slip: { message: 'A value it uses is not worked out yet' } }
  }
  try {
    const { value } = node.compute(<T>(key: NodeKey): T => {
      const r = resolved.result(key)
      return (r?.ok ? r.value : undefined) as T
    })
    return { ok: true, value: value as number }
  } catch (error) {
    if (error instanceof NodeFault)
      return { ok: false, slip: { ...error.slip, message: resolved.say(error.slip.message) } }
    throw error
  }
}
