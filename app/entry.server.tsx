import { PassThrough } from 'node:stream'
import { createReadableStreamFromReadable } from '@react-router/node'
import { isbot } from 'isbot'
import { renderToPipeableStream } from 'react-dom/server'
import { ServerRouter, type EntryContext } from 'react-router'
import { Nonce } from './nonce'

const TIMEOUT = 5000

/** Renders a page; all its inline scripts carry the nonce that the server's content policy names. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
  { nonce }: { nonce?: string },
): Promise<Response> | Response {
  if (request.method === 'HEAD') return new Response(null, { status, headers })
  return new Promise((resolve, reject) => {
    const whole = isbot(request.headers.get('user-agent') ?? '')
    const answer = () => {
      const body = new PassThrough()
      headers.set('Content-Type', 'text/html; charset=utf-8')
      pipe(body)
      resolve(new Response(createReadableStreamFromReadable(body), { headers, status }))
    }
    const { pipe, abort } = renderToPipeableStream(
      <Nonce value={nonce}>
        <ServerRouter context={context} url={request.url} nonce={nonce ?? ''} />
      </Nonce>,
      {
        ...(nonce === undefined ? {} : { nonce }),
        [whole ? 'onAllReady' : 'onShellReady']: answer,
        onShellError: (error: unknown) =>
          reject(error instanceof Error ? error : new Error('The page could not be drawn')),
      },
    )
    setTimeout(abort, TIMEOUT).unref()
  })
}
