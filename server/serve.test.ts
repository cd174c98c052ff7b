import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs'
import { request, type IncomingMessage } from 'node:http'
import type { AddressInfo, Server } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { appOf, listen } from './serve.mjs'

const client = mkdtempSync(join(tmpdir(), 'ergaton-'))
mkdirSync(join(client, 'assets'))
writeFileSync(join(client, 'assets', 'a.js'), 'const shelf = 1;\n'.repeat(500))
writeFileSync(join(client, 'assets', 'b.js'), 'as it is')
writeFileSync(join(client, 'assets', 'b.js.gz'), gzipSync('beforehand'))
writeFileSync(join(client, 'mark.svg'), '<svg/>')

/** A build whose one route answers, or breaks. */
const build = {
  entry: {
    module: {
      default: (
        _request: Request,
        status: number,
        headers: Headers,
        _context: unknown,
        load: { nonce: string },
      ) => new Response(`<script nonce="${load.nonce}"></script>`, { status, headers }),
    },
  },
  routes: {
    root: { id: 'root', path: '', module: { default: () => null } },
    broken: {
      id: 'broken',
      parentId: 'root',
      path: 'broken',
      module: {
        loader: () => {
          throw new Error('secret of the shop')
        },
      },
    },
  },
  assets: { entry: { imports: [], module: '' }, routes: {}, url: '', version: '1' },
  publicPath: '/',
  assetsBuildDirectory: client,
  future: {},
  ssr: true,
  isSpaMode: false,
  prerender: [],
  routeDiscovery: { mode: 'initial' },
  allowedActionOrigins: false,
}

const errors: unknown[] = []
const said: string[] = []
let server: Server
let at = ''
beforeAll(async () => {
  server = await listen(appOf(build, { client, sayError: (e) => errors.push(e) }), {
    port: 0,
    say: (t) => said.push(t),
  })
  at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterAll(() => new Promise((done) => server.close(done)))

/** What `fetch` asks for by no means. */
const ask = (method: string, path: string) =>
  new Promise<IncomingMessage>((done, fail) =>
    request(at + path, { method }, (answer) => done(answer.resume()))
      .on('error', fail)
      .end(),
  )

test('listens on this machine alone, and says where', () => {
  expect((server.address() as AddressInfo).address).toBe('127.0.0.1')
  expect(said).toHaveLength(1)
  expect(said[0]).toMatch(/^Ergaton is at http:\/\/localhost:\d+\/ /)
})
test('on another address it says that others can reach it', async () => {
  const told: string[] = []
  const open = await listen(appOf(build, { client, sayError: () => undefined }), {
    port: 0,
    host: '0.0.0.0',
    say: (t) => told.push(t),
  })
  await new Promise((done) => open.close(done))
  expect(told.join('\n')).toMatch(/other machines on the network can reach it/)
})
test('a port that is taken is refused, not ignored', async () => {
  const { port } = server.address() as AddressInfo
  await expect(
    listen(appOf(build, { client, sayError: () => undefined }), { port, say: () => undefined }),
  ).rejects.toMatchObject({ code: 'EADDRINUSE' })
})
test('every page has a nonce of its own, in its policy and in its scripts', async () => {
  const nonces = await Promise.all(
    [1, 2].map(async () => {
      const answer = await fetch(`${at}/`)
      const nonce = /'nonce-([^']+)'/.exec(answer.headers.get('content-security-policy')!)![1]!
      expect(await answer.text()).toContain(`nonce="${nonce}"`)
      return nonce
    }),
  )
  expect(nonces[0]).not.toBe(nonces[1])
})
test('assets are compressed and kept for ever, other files for an hour', async () => {
  const asset = await fetch(`${at}/assets/a.js`)
  expect(asset.headers.get('content-encoding')).toMatch(/gzip|br|zstd/)
  expect(asset.headers.get('cache-control')).toBe('public,max-age=31536000,immutable')
  expect((await fetch(`${at}/mark.svg`)).headers.get('cache-control')).toBe('public,max-age=3600')
})
test('what breaks is told to the keeper, and to the visitor without a word of it', async () => {
  const asked: Array<[path: string, status: number]> = [
    ['/assets/none.js', 404],
    ['/broken', 500],
    ['/%c0', 400],
    ['/assets/%c0', 400],
    ['/project/%E0%A4%A/bench', 400],
  ]
  for (const [path, status] of asked) {
    const answer = await fetch(at + path)
    const text = await answer.text()
    expect([path, answer.status]).toEqual([path, status])
    expect(answer.headers.get('x-powered-by')).toBeNull()
    expect(text).not.toMatch(/secret of the shop|\bat .*\.m?[jt]s:\d/)
  }
})
test('what no browser asks for is refused, and nobody is told of it as a fault', async () => {
  const before = errors.length
  for (const method of ['TRACE', 'PROPFIND', 'DELETE']) {
    const answer = await ask(method, '/')
    expect([method, answer.statusCode]).toEqual([method, 405])
    expect(answer.headers.allow).toContain('GET')
  }
  expect(errors).toHaveLength(before)
})
test('files that were compressed beforehand are sent as they are', async () => {
  const answer = await fetch(`${at}/assets/b.js`)
  expect(answer.headers.get('content-encoding')).toBe('gzip')
  expect(answer.headers.get('content-type')).toMatch(/javascript/)
  expect(await answer.text()).toBe('beforehand')
})
