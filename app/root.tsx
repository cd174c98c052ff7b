import { use } from 'react'
import { isRouteErrorResponse, Links, Meta, Outlet, Scripts, ScrollRestoration } from 'react-router'
import { Toaster } from 'sonner'
import type { Route } from './+types/root'
import { useReach } from './frame/useReach'
import { Nonce } from './nonce'
import './app.css'

export const links: Route.LinksFunction = () => [{ rel: 'icon', href: '/mark.svg', type: 'image/svg+xml' }]

/** Sets the theme before anything is painted, so that the night shift is not dazzled. */
const THEME =
  "try{const t=localStorage.getItem('ergaton-theme');document.documentElement.dataset.theme=" +
  "t||(matchMedia('(prefers-color-scheme: dark)').matches?'night':'day')}" +
  "catch{document.documentElement.dataset.theme='day'}"

export function Layout({ children }: { children: React.ReactNode }) {
  const nonce = use(Nonce)
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <Meta />
        <Links />
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: THEME }} />
      </head>
      <body>
        {children}
        <Toaster
          position="bottom-center"
          toastOptions={{ style: { borderRadius: 2, fontFamily: 'var(--font-sans)' } }}
        />
        <ScrollRestoration {...(nonce === undefined ? {} : { nonce })} />
        <Scripts {...(nonce === undefined ? {} : { nonce })} />
      </body>
    </html>
  )
}

export const meta: Route.MetaFunction = () => [
  { title: 'Ergaton' },
  {
    name: 'description',
    content:
      'Model furniture from measured lumber; get plans, cut lists and layouts whose numbers are right.',
  },
]

export default function App() {
  useReach()
  return <Outlet />
}

export function HydrateFallback() {
  return <p className="p-6 text-quiet">Opening the shop…</p>
}

const NOT_LOADED = /dynamically imported module|importing a module script|failed to fetch|load failed/i

function sayUnknown(error: unknown): string {
  const message = error instanceof Error ? error.message : ''
  return NOT_LOADED.test(message)
    ? 'A part of Ergaton could not be loaded. Check the connection, then load this page again.'
    : message || 'An unknown fault.'
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const [title, says] = isRouteErrorResponse(error)
    ? [
        error.status === 404 ? 'There is nothing here' : 'This did not work',
        typeof error.data === 'string' && error.data ? error.data : 'The address leads nowhere in Ergaton.',
      ]
    : ['Something went wrong', sayUnknown(error)]
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="font-title text-2xl font-semibold">{title}</h1>
      <p className="my-4">{says}</p>
      <p className="mb-4 text-quiet">Your projects are kept in this browser and were not touched.</p>
      <a className="btn" href="/">
        All projects
      </a>
    </main>
  )
}
