import { Worker } from 'node:worker_threads'

/** Letters that fit in what both threads see. */
const MOST = 500

/** Plain JavaScript: it runs as it stands, in a thread without a loader. */
const WATCH = `
const { workerData: { seen, file, every } } = require('node:worker_threads')
const { writeSync } = require('node:fs')
setInterval(() => {
  const text = String.fromCharCode(...seen.slice(1, 1 + seen[0]))
  if (text) writeSync(file, 'Still ' + text + '\\n')
}, every)
`

/**
 * Says what a long command is at, now and then: from a thread of its own, as a solid is made in one go. The
 * first time after `every` milliseconds, on standard error or to another open file.
 */
export class Still {
  private readonly seen = new Uint16Array(new SharedArrayBuffer(2 * (MOST + 1)))
  private watch: Worker | null = null

  constructor(
    private readonly file = 2,
    private readonly every = 4000,
  ) {}

  /** What it is at from now on: "shaping Shelf". */
  at(what: string): void {
    const text = what.slice(0, MOST)
    this.seen.set([text.length, ...Array.from(text, (_, i) => text.charCodeAt(i))])
    if (this.watch) return
    const workerData = { seen: this.seen, file: this.file, every: this.every }
    this.watch = new Worker(WATCH, { eval: true, execArgv: [], workerData })
    // Nobody waits for it.
    this.watch.unref()
  }

  async end(): Promise<void> {
    await this.watch?.terminate()
  }
}
