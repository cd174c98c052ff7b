/** What tests read off a sheet. */
import type { Mark, Sheet } from '../plans'

export type Kind<K extends Mark['kind']> = Extract<Mark, { kind: K }>

/** Every text of it; notes that go on in a new line as one. */
export function textsOf({ marks }: Pick<Sheet, 'marks'>): string[] {
  const notes = new Map<string, string[]>()
  const others: string[] = []
  for (const m of marks)
    if (m.kind === 'text' && m.part && /^(note|radius|added) /.test(m.part))
      notes.set(m.part, [...(notes.get(m.part) ?? []), m.text])
    else if (m.kind === 'text') others.push(m.text)
  return [...others, ...[...notes.values()].map((lines) => lines.join(' '))]
}

/** A sheet without the picture of its piece. */
export const measured = (s: Sheet): Sheet => ({ ...s, marks: s.marks.filter((m) => m.part !== 'picture') })

/** What belongs to one of its views. */
export const viewOn = (s: Sheet, side: string): readonly Mark[] =>
  s.marks.filter((m) => m.part === `view ${side}`)
