import { Navigate, useLocation } from 'react-router'
import { Frame, type FrameProps } from './frame/Frame'
import { Opening } from './Opening'
import { FrameSession, useSessionQuery } from './session'

/** The frame round every view; asks who is there first. */
export function Shell(frame: FrameProps) {
  const { data, dataUpdatedAt, isPending, error } = useSessionQuery()
  const location = useLocation()
  if (isPending) return <Opening />
  // With no signal what was last heard still tells who is here.
  if (error && !data)
    return (
      <main className="alone">
        <h1>The server is not answering</h1>
        <p>{error.message}</p>
        <p>
          <a href={location.pathname}>Try again</a>
        </p>
      </main>
    )
  if (!data.member)
    return <Navigate to={`/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`} replace />
  if (data.book?.deleted) return <Navigate to="/deleted" replace />
  return (
    <FrameSession value={{ session: data, readAt: dataUpdatedAt }}>
      <Frame {...frame} />
    </FrameSession>
  )
}
