import { useRouteError } from 'react-router'
import { RefusedError } from './api'

/** When a view itself fails: what happened, and the ways on. Nothing that was written is lost. */
export function Trouble() {
  const error = useRouteError()
  return (
    <main className="alone">
      <h1>This page could not be shown</h1>
      <p>
        {error instanceof RefusedError
          ? error.problem.detail
          : 'Something went wrong in the page itself. What you had written into the book is safe.'}
      </p>
      <p>
        <a href={window.location.href}>Try again</a> or <a href="/animals">go to the animals</a>.
      </p>
    </main>
  )
}
