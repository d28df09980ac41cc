import { lazy, Suspense, useEffect, useState } from 'react'
import { NavLink, Navigate, Outlet, useLocation, useNavigate } from 'react-router'
import { AlarmBar } from './AlarmBar'
import { nothingIsTyped, useCommand, useKeys } from './keys'
import { readAhead } from './queries'
import { useLight } from './lightStore'
import { useLog } from './log'
import { Opening } from './Opening'
import { OutboxBar } from './OutboxBar'
import { Ribbon } from './ribbon/Ribbon'
import { useTextUntilField, useTyped, useWedge } from './useWedge'
import { FrameSession, useLiveChanges, useMay, useSession, useSessionQuery } from './session'
import { DemoDay } from './DemoDay'
import { Shortcuts } from './Shortcuts'
import { UnsavedGuard } from './UnsavedGuard'
import { useFigures } from './figures'

/** The grammar and the finder come a moment after the first view, so that no letter is lost when somebody writes. */
const loadSlate = () => import('../slate/Slate')
const loadFinder = () => import('./Finder')
const Slate = lazy(loadSlate)
const Finder = lazy(() => loadFinder().then(({ Finder: it }) => ({ default: it })))
const LATER_MS = 1500

const ROOMS = [
  ['/round', 'Round'],
  ['/animals', 'Animals'],
  ['/weigh-in', 'Weigh-in'],
  ['/growth', 'Growth'],
  ['/readiness', 'Readiness'],
  ['/brumation', 'Brumation'],
  ['/pairing', 'Pairing'],
  ['/incubation', 'Incubation'],
  ['/rearing', 'Rearing'],
  ['/cohorts', 'Cohorts'],
  ['/colonies', 'Colonies'],
  ['/places', 'Places'],
  ['/leaving', 'Leaving'],
  ['/review', 'Review'],
  ['/protocols', 'Protocols'],
  ['/messages', 'Messages'],
  ['/log', 'Log'],
  ['/book', 'Book'],
] as const

/** The frame round every view; asks who is there first. */
export function Shell() {
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
      <Frame />
    </FrameSession>
  )
}

function Frame() {
  const { book, member, today } = useSession()
  const figures = useFigures()
  const may = useMay()
  const { undo } = useLog()
  const navigate = useNavigate()
  const { light, choose, toggleLamp } = useLight()
  const [open, setOpen] = useState<'finder' | 'shortcuts' | 'slate' | null>(null)
  useLiveChanges()
  useTyped()
  const [word, setWord] = useState('')
  // A code that no view waits for is looked for: it never becomes the keys of the page that happens to be open.
  useWedge(
    (code) => {
      setWord(code)
      setOpen('finder')
    },
    () => false,
    open === null,
    true,
  )
  useTextUntilField((letter) => setWord((before) => before + letter), open === 'finder')
  useEffect(() => {
    const timers = [
      setTimeout(() => void Promise.all([loadSlate(), loadFinder()]).catch(() => undefined), LATER_MS),
      setTimeout(() => void readAhead(), 3 * LATER_MS),
    ]
    return () => timers.forEach(clearTimeout)
  }, [])
  useKeys({
    l: toggleLamp,
    '?': () => setOpen('shortcuts'),
    ...(may.write ? { '/': () => setOpen('slate') } : {}),
  })
  useCommand('k', () => {
    setWord('')
    setOpen('finder')
  })
  useCommand('z', () => void undo(), nothingIsTyped)
  return (
    <div className="frame">
      <aside className="rooms">
        <NavLink to="/round" className="name">
          Hatch
          <br />
          Book
        </NavLink>
        <nav aria-label="Rooms">
          {ROOMS.map(([to, name]) => (
            <NavLink key={to} to={to} className={({ isActive }) => (isActive ? 'here' : '')}>
              {name}
            </NavLink>
          ))}
        </nav>
        <div className="foot">
          <button
            type="button"
            className="plain"
            onClick={() => {
              setWord('')
              setOpen('finder')
            }}
          >
            find (Ctrl+K)
          </button>
          {may.write && (
            <button type="button" className="plain" onClick={() => setOpen('slate')}>
              slate (/)
            </button>
          )}
          <button type="button" className="plain" onClick={toggleLamp} aria-pressed={light === 'lamp'}>
            {light === 'lamp' ? 'lamp off (L)' : 'red lamp (L)'}
          </button>
          {light !== 'lamp' && (
            <button
              type="button"
              className="plain"
              onClick={() => choose(light === 'light' ? 'dusk' : 'light')}
            >
              {light === 'light' ? 'dusk' : 'daylight'}
            </button>
          )}
          <span>
            {book.name}
            <br />
            {member.name}, {member.role}
          </span>
          {book.demoDay ? <DemoDay may={may.decide} /> : <span className="fig">{figures.day(today)}</span>}
        </div>
      </aside>
      <div className="over">
        <Ribbon />
        <AlarmBar />
        <OutboxBar />
        <UnsavedGuard />
        <main>
          <Outlet />
        </main>
      </div>
      {open === 'finder' && (
        <Suspense fallback={null}>
          <Finder
            open
            {...{ word, onWord: setWord }}
            onClose={() => setOpen(null)}
            onPick={(to) => void navigate(to)}
          />
        </Suspense>
      )}
      {open === 'slate' && (
        <Suspense fallback={null}>
          <Slate onClose={() => setOpen(null)} />
        </Suspense>
      )}
      <Shortcuts open={open === 'shortcuts'} onClose={() => setOpen(null)} />
    </div>
  )
}
