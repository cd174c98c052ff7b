/** The command line. */
import { run } from './run'
import { Still } from './still'

// A full disk behind it, or nobody who reads any more.
process.stdout.on('error', ({ code }: NodeJS.ErrnoException) => {
  if (code !== 'EPIPE') process.stderr.write(`The output could not be written completely (${code})\n`)
  process.exit(code === 'EPIPE' ? 0 : 1)
})
const still = new Still()
process.exitCode = await run(process.argv.slice(2), {
  out: (text) => void process.stdout.write(text),
  err: (text) => void process.stderr.write(text),
  at: (what) => still.at(what),
})
