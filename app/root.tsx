import { use } from 'react'
import { Links, Meta, Outlet, Scripts, ScrollRestoration } from 'react-router'
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

export { ErrorBoundary } from './frame/Fault'
