/**
 * What could not be used of a file: kept raw in the document, so that nothing is lost until the maker says
 * so.
 */
import { freeId } from './new'
import type { SetAside } from './schema'

/** Bounds of what a document carries along. */
export const MOST_ASIDE = 1000
const MOST_TEXT = 2_000_000
/** Of these for what is told of many at once. */
const RESERVED = 40

/**
 * Puts raw data aside. What is beyond the bounds is counted in a last entry; the file it came from still
 * holds it.
 */
export class Aside {
  readonly kept: SetAside[]
  private size: number
  private beyond = 0
  private last: number

  constructor(before: readonly SetAside[] = []) {
    this.kept = [...before]
    this.last =
      Number(
        freeId(
          'x',
          this.kept.map((s) => s.id),
        ).slice(1),
      ) - 1
    this.size = this.kept.reduce((n, s) => n + s.text.length, 0)
  }

  put(list: SetAside['list'], where: string, why: string, what: unknown): void {
    const text = JSON.stringify(what) ?? ''
    if (this.kept.length >= MOST_ASIDE - RESERVED || this.size + text.length > MOST_TEXT) {
      this.beyond++
      return
    }
    this.size += text.length
    this.kept.push({ id: this.freeId(), list, where: where.slice(0, 200), why: why.slice(0, 1000), text })
  }

  /** Many of one sort for one reason, said as one. */
  putAll(all: readonly unknown[], called: string, why: string): void {
    const text = all.length < MOST_ASIDE ? JSON.stringify(all) : ''
    const whole = text !== '' && this.size + text.length <= MOST_TEXT
    if (whole) this.size += text.length
    this.kept.push({
      id: this.freeId(),
      list: 'other',
      where: `${all.length.toLocaleString('en')} more ${called}`,
      why: whole ? why : `${why}; they are in the file they came from, which was left as it is`,
      text: whole ? text : '',
    })
  }

  /** All that is aside, old and new. */
  all(): SetAside[] {
    if (this.beyond > 0)
      this.kept.push({
        id: this.freeId(),
        list: 'other',
        where: `${this.beyond.toLocaleString('en')} more`,
        why: 'too many to carry along; they are in the file they came from, which was left as it is',
        text: '',
      })
    this.beyond = 0
    return this.kept
  }

  private freeId = (): string => `x${++this.last}`
}

/** As one line for each: "piece 3, Shelf: stock is missing". */
export const sayAside = (project: { readonly setAside: readonly SetAside[] }): string[] =>
  project.setAside.map((s) => `${s.where}: ${s.why}`)
