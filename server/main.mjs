/** `node server/main.mjs`: the build, served. PORT and HOST say where. */
import { appOf, listen } from './serve.mjs'

const port = Number(process.env.PORT ?? 3000)
try {
  const build = await import('../build/server/index.js')
  await listen(appOf(build), { port, ...(process.env.HOST ? { host: process.env.HOST } : {}) })
} catch (error) {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Something else is at port ${port} already. Choose another: PORT=${port + 1} npm start`
      : error.code === 'EADDRNOTAVAIL' || error.code === 'ENOTFOUND'
        ? `This machine has no address ${process.env.HOST}`
        : error.code === 'ERR_MODULE_NOT_FOUND'
          ? 'There is no build yet; npm start makes one'
          : String(error.message),
  )
  process.exitCode = 1
}
