/** Ways to spoil a project, or to change it soundly: on its file, as a maker’s slip would leave it. */
import type { MadePiece, Project, Stock } from '../../document'

/** A project that may be written to. */
type Loose<T> = T extends readonly (infer U)[]
  ? Loose<U>[]
  : T extends object
    ? { -readonly [K in keyof T]: Loose<T[K]> }
    : T
type Draft = Loose<Project>
export type Spoils = (draft: Draft) => void
type Texts = Readonly<Record<string, string>>

const made = (d: Draft, id: string) => d.pieces.find((p) => p.id === id) as Loose<MadePiece>
const setIn = (into: object, from: object): void => void Object.assign(into, from)

export const span =
  (id: string, direction: 'across' | 'deep' | 'up', facts: Texts): Spoils =>
  (d) =>
    void (made(d, id).spans[direction] = facts)
export const fact =
  (
    id: string,
    direction: 'across' | 'deep' | 'up',
    name: 'start' | 'end' | 'centre' | 'size',
    text: string,
  ): Spoils =>
  (d) =>
    void (made(d, id).spans[direction][name] = text)
export const joint =
  (id: string, fields: Texts): Spoils =>
  (d) =>
    setIn(d.joints.find((j) => j.id === id)!.fields, fields)
export const step =
  (id: string, fields: Texts): Spoils =>
  (d) => {
    for (const p of [...d.pieces, ...d.groups])
      for (const w of 'work' in p ? p.work : []) if (w.id === id) setIn(w.fields, fields)
  }
export const without =
  (...ids: string[]): Spoils =>
  (d) =>
    void (d.joints = d.joints.filter((j) => !ids.includes(j.id)))
export const again =
  (id: string): Spoils =>
  (d) =>
    void d.joints.push({ ...d.joints.find((j) => j.id === id)!, id: 'j99' })
export const work =
  (id: string, kind: string, face: string, fields: Texts, options: Texts = {}): Spoils =>
  (d) =>
    void made(d, id).work.push({
      id: 'w99',
      kind,
      off: false,
      at: { kind: 'face', face },
      fields: { ...fields },
      options: { ...options },
    } as never)
export const board =
  (stock: string, facing: string, spans: Record<'across' | 'deep' | 'up', Texts>): Spoils =>
  (d) =>
    void d.pieces.push({
      ...(d.pieces.find((p) => p.kind === 'made') as Loose<MadePiece>),
      id: 'p90',
      name: 'Extra',
      group: null,
      stock,
      facing,
      spans,
      tilts: [],
      repeat: null,
      work: [],
    })
export const param =
  (name: string, expression: string): Spoils =>
  (d) =>
    void (d.parameters.find((p) => p.name === name)!.expression = expression)
export const setting =
  (settings: Partial<Project['settings']>): Spoils =>
  (d) =>
    setIn(d.settings, settings)
export const piece =
  (id: string, changes: Partial<MadePiece>): Spoils =>
  (d) =>
    setIn(made(d, id), changes)
export const stock =
  (id: string, changes: Partial<Stock>): Spoils =>
  (d) =>
    setIn(
      d.stock.find((s) => s.id === id)!,
      changes,
    )
export const limit =
  (text: string): Spoils =>
  (d) => {
    for (const h of d.hardware) if (h.kind === 'hinge') h.limit = text
  }
export const all =
  (...spoils: Spoils[]): Spoils =>
  (d) =>
    spoils.forEach((s) => s(d))
