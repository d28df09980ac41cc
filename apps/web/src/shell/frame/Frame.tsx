import { lazy, Suspense, useEffect, useState } from 'react'
import { Link, Outlet, useLocation, useNavigate } from 'react-router'
import { AlarmBar } from '../AlarmBar'
import { DemoDay } from '../DemoDay'
import { readDialogAhead } from '../Dialog'
import { useFigures } from '../figures'
import { nothingIsTyped, useCommand, useKeys } from '../keys'
import { useLight } from '../lightStore'
import { useLog } from '../log'
import { OutboxBar } from '../OutboxBar'
import { readAhead } from '../queries'
import { Ribbon } from '../ribbon/Ribbon'
import { RibbonLine } from '../ribbon/RibbonLine'
import { isOpenOver, useRibbon } from '../ribbon/ribbonStore'
import { useLiveChanges, useMay, useSession } from '../session'
import type { Room } from '../page'
import { useRecent } from '../recent'
import { Shortcuts } from '../Shortcuts'
import { KEYS_ADDRESS } from '../useFound'
import { UnreadBar } from '../UnreadBar'
import { UnsavedGuard } from '../UnsavedGuard'
import { useTextUntilField, useTyped, useWedge } from '../useWedge'
import { Alerts } from './Alerts'
import { stopsIn, useCounts, type Due } from './counts'
import css from './frame.module.css'
import { Groups } from './Groups'
import { Icon } from './icons'
import { standingOf, type GroupOfPages } from './menu'
import { More } from './More'
import { Pages } from './Pages'
import { PhoneBar } from './PhoneBar'
import { useMenu, useMenuStore } from './useMenu'
import { usePageTitle } from './useTitle'

/** The grammar and the finder come a moment after the first view, so that no letter is lost when somebody writes. */
const loadSlate = () => import('../../slate/Slate')
const loadFinder = () => import('../Finder')
const Slate = lazy(loadSlate)
const Finder = lazy(() => loadFinder().then(({ Finder: it }) => ({ default: it })))
const LATER_MS = 1500

export interface FrameProps {
  menu: readonly GroupOfPages[]
  rooms: readonly Room[]
  useDue(): Due
}

/** What stands round every view: the way to the others, the season, what is wrong right now, what waits to be sent. */
export function Frame({ menu, rooms, useDue }: FrameProps) {
  const { book, member, today } = useSession()
  const figures = useFigures()
  const may = useMay()
  const { undo } = useLog()
  const navigate = useNavigate()
  const { pathname } = useLocation()
  const { light, choose, toggleLamp } = useLight()
  const [open, setOpen] = useState<'finder' | 'shortcuts' | 'slate' | 'more' | null>(null)
  const title = usePageTitle()
  const { groups, isWhole } = useMenu(menu)
  const { all, showAll } = useMenuStore()
  const due = useDue()
  const counts = useCounts(menu, due)
  const ribbon = useRibbon()
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
      setTimeout(
        () => void Promise.all([loadSlate(), loadFinder(), readDialogAhead()]).catch(() => undefined),
        LATER_MS,
      ),
      setTimeout(() => void readAhead(), 3 * LATER_MS),
    ]
    return () => timers.forEach(clearTimeout)
  }, [])
  const noteOpened = useRecent((s) => s.open)
  useEffect(() => noteOpened(book.id, pathname), [noteOpened, book.id, pathname])
  const find = () => {
    setWord('')
    setOpen('finder')
  }
  const write = may.write ? () => setOpen('slate') : undefined
  useKeys({ l: toggleLamp, '?': () => setOpen('shortcuts'), ...(write ? { '/': write } : {}) })
  useCommand('k', find)
  useCommand('z', () => void undo(), nothingIsTyped)

  const page = standingOf(menu, pathname)?.at.to ?? pathname
  const lampSays = light === 'lamp' ? 'Lamp off' : 'Red lamp'
  const allSays = all ? 'Fewer pages' : 'All pages'
  const who = (
    <>
      {book.name} · {member.name}, {member.role}
    </>
  )
  const otherLight = light !== 'lamp' && (
    <button type="button" className="plain" onClick={() => choose(light === 'light' ? 'dusk' : 'light')}>
      {light === 'light' ? 'dusk' : 'daylight'}
    </button>
  )
  return (
    <div className={css.frame}>
      <aside className={`${css.rail} no-print`}>
        <Link to="/round" className={css.name}>
          Hatch
          <br />
          Book
        </Link>
        <Groups groups={groups} counts={counts} />
        <div className={css.foot}>
          {(!isWhole || all) && (
            <button type="button" onClick={() => showAll(!all)}>
              <Icon name="more" />
              {allSays}
            </button>
          )}
          <button type="button" onClick={find} title="Ctrl+K">
            <Icon name="find" />
            Find
          </button>
          {write && (
            <button type="button" onClick={write} title="/">
              <Icon name="write" />
              Write
            </button>
          )}
          <button type="button" onClick={toggleLamp} aria-pressed={light === 'lamp'} title="L">
            <Icon name="lamp" />
            {lampSays}
          </button>
        </div>
      </aside>
      <div className={css.over}>
        <RibbonLine
          page={page}
          day={
            book.demoDay ? <DemoDay may={may.decide} /> : <span className="fig">{figures.day(today)}</span>
          }
        >
          <span className={css.who}>{who}</span>
          <span className={css.who}>{otherLight}</span>
          <span className={css.phone}>
            <button type="button" className="plain" onClick={toggleLamp} aria-pressed={light === 'lamp'}>
              ◐ {lampSays.toLowerCase()}
            </button>
          </span>
        </RibbonLine>
        {isOpenOver(page, ribbon.open) && <Ribbon />}
        <Alerts>
          <AlarmBar />
          <OutboxBar />
          <UnreadBar />
        </Alerts>
        <UnsavedGuard />
        <Pages groups={groups} />
        <main className={css.view} aria-label={title || undefined}>
          <Outlet />
        </main>
      </div>
      <PhoneBar stops={stopsIn(due)} onWrite={write} onFind={find} onMore={() => setOpen('more')} />
      {open === 'more' && (
        <More groups={groups} onClose={() => setOpen(null)}>
          <p className="small quiet above-16">
            {who} {otherLight}{' '}
            {(!isWhole || all) && (
              <button type="button" className="plain" onClick={() => showAll(!all)}>
                {allSays.toLowerCase()}
              </button>
            )}
          </p>
        </More>
      )}
      {open === 'finder' && (
        <Suspense fallback={null}>
          <Finder
            open
            {...{ word, menu, rooms, onWord: setWord }}
            onClose={() => setOpen(null)}
            onPick={(to) => (to === KEYS_ADDRESS ? setOpen('shortcuts') : void navigate(to))}
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
