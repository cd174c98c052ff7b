/**
 * Serves the built application: compressed, with a strict content policy, on this machine alone unless HOST
 * says otherwise.
 */
import { randomBytes } from 'node:crypto'
import { createRequestHandler } from '@react-router/express'
import compression from 'compression'
import express from 'express'
import helmet from 'helmet'
import sirv from 'sirv'

/** How long a browser keeps files, seconds. */
const [HOUR, YEAR] = [3600, 31_536_000]
const METHODS = ['GET', 'HEAD', 'POST', 'OPTIONS']
const SAID = {
  400: 'This address cannot be read.\n',
  404: 'There is nothing here.\n',
  405: 'This way of asking is not known here.\n',
}

const nonceOf = (_request, response) => `'nonce-${response.locals.nonce}'`

/** The application over a build of it. `sayError` gets what went wrong; visitors get a sentence. */
export function appOf(build, { client = 'build/client', sayError = console.error } = {}) {
  const app = express()
  app.disable('x-powered-by')
  app.use(compression())
  app.use((_request, response, next) => {
    response.locals.nonce = randomBytes(16).toString('base64')
    next()
  })
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          // WebAssembly shapes the wood; nothing else is compiled from text.
          scriptSrc: ["'self'", nonceOf, "'wasm-unsafe-eval'"],
          scriptSrcAttr: ["'none'"],
          // Floating parts place themselves by inline styles.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Plain http on one's own network stays plain http.
      strictTransportSecurity: false,
      originAgentCluster: false,
      crossOriginOpenerPolicy: false,
    }),
  )
  app.use((request, _response, next) => next(refusal(request)))
  app.use('/assets', sirv(`${client}/assets`, { gzip: true, immutable: true, maxAge: YEAR }), none)
  app.use(sirv(client, { gzip: true, maxAge: HOUR, extensions: [] }))
  app.all(
    '*splat',
    createRequestHandler({
      build,
      mode: 'production',
      getLoadContext: (_request, response) => ({ nonce: response.locals.nonce }),
    }),
  )
  app.use((error, _request, response, next) => {
    if (response.headersSent) return next(error)
    const asked = error.status ?? error.statusCode
    const status = asked >= 400 && asked < 500 ? asked : 500
    if (status === 500) sayError(error)
    say(response, status)
  })
  return app
}

/** What is asked that cannot be answered, as an error with its status. */
function refusal({ method, path }) {
  if (!METHODS.includes(method)) return Object.assign(new Error(method), { status: 405 })
  try {
    decodeURIComponent(path)
  } catch (error) {
    return Object.assign(error, { status: 400 })
  }
}

const none = (_request, response) => say(response, 404)

function say(response, status) {
  if (status === 405) response.set('Allow', METHODS.join(', '))
  response
    .status(status)
    .type('text')
    .send(
      status >= 500
        ? 'This did not work. Your projects are kept in your browser and were not touched.\n'
        : (SAID[status] ?? 'That is not understood here.\n'),
    )
}

/** Listens, and says where. Gives the server. */
export function listen(app, { port, host = '127.0.0.1', say = console.log }) {
  return new Promise((resolve, reject) => {
    const server = app.listen(port, host, (error) => {
      if (error) return reject(error)
      const local = host === '127.0.0.1' || host === 'localhost' || host === '::1'
      const at = server.address().port
      say(
        'Ergaton is at ' +
          `http://${local ? 'localhost' : host.includes(':') ? `[${host}]` : host}:${at}/ (Ctrl C ends ` +
          'it)',
      )
      if (!local)
        say('HOST is set, so other machines on the network can reach it. Projects stay in each browser.')
      resolve(server)
    })
  })
}
