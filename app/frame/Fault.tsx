/**
 * What is shown in place of a screen, or of the whole page, that failed; everything round it goes on working.
 */
import { isRouteErrorResponse, Link, useLocation, useNavigate, useRouteError } from 'react-router'

const NOT_LOADED = /dynamically imported module|importing a module script|failed to fetch|load failed/i
const NO_STAGE = /webgl/i

function sayUnknown(error: unknown): string {
  const message = error instanceof Error ? error.message : ''
  if (NOT_LOADED.test(message))
    return 'A part of Ergaton could not be loaded. Check the connection, then load this page again.'
  if (NO_STAGE.test(message))
    return (
      'This browser stopped drawing in three dimensions. The other screens and the project are ' +
      'as they were.'
    )
  return message || 'An unknown fault.'
}

function sayFault(error: unknown): readonly [title: string, says: string] {
  if (!isRouteErrorResponse(error)) return ['Something went wrong', sayUnknown(error)]
  const says =
    typeof error.data === 'string' && error.data ? error.data : 'The address leads nowhere in Ergaton.'
  return [error.status === 404 ? 'There is nothing here' : 'This did not work', says]
}

export function ErrorBoundary() {
  const error = useRouteError()
  const [title, says] = sayFault(error)
  const navigate = useNavigate()
  const { pathname, search } = useLocation()
  return (
    <main role="alert" className="mx-auto max-w-xl p-8">
      <h1 className="font-title text-2xl font-semibold">{title}</h1>
      <p className="my-4">{says}</p>
      <p className="mb-4 text-quiet">Your projects are kept in this browser and were not touched.</p>
      <div className="flex gap-2">
        <button
          className="btn btn-main"
          // Coming here once more shows the screen anew.
          onClick={() => void navigate(pathname + search, { replace: true })}
        >
          Try again
        </button>
        <Link className="btn" to="/">
          All projects
        </Link>
      </div>
    </main>
  )
}
