import { Input, Modal, type InputRef } from 'antd'
import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { useLocation } from 'react-router'
import css from './finder.module.css'
import { findIn } from './finding'
import type { GroupOfPages } from './frame/menu'
import type { Room } from './page'
import { useRecent } from './recent'
import { useSession } from './session'
import { useFound } from './useFound'

interface FinderProps {
  /** What is looked for: scanned, or typed. */
  word: string
  menu: readonly GroupOfPages[]
  rooms: readonly Room[]
  onWord(word: string): void
  onPick(to: string): void
}

/** Finds animals by tag, name, look, line or place, and clutches, pairings, places, species, pages and what can be begun, from anywhere. */
export function Finder({
  open,
  onClose,
  onPick,
  ...body
}: FinderProps & {
  open: boolean
  onClose(): void
}) {
  return (
    <Modal
      open={open}
      onCancel={onClose}
      footer={null}
      closable={false}
      destroyOnHidden
      title="Find"
      styles={{ header: { display: 'none' } }}
    >
      <FinderBody
        {...body}
        onPick={(to) => {
          onClose()
          onPick(to)
        }}
      />
    </Modal>
  )
}

const NONE: readonly string[] = []

function FinderBody({ word, menu, rooms, onWord, onPick }: FinderProps) {
  const field = useRef<InputRef>(null)
  // After what was typed before it was there.
  useLayoutEffect(() => field.current?.focus({ cursor: 'end' }), [])
  const [at, setAt] = useState(0)
  const { book } = useSession()
  const { pathname } = useLocation()
  const all = useFound(menu, rooms)
  const opened = useRecent((s) => s.opened[book.id] ?? NONE)
  const noteOpened = useRecent((s) => s.open)
  const pick = (to: string) => {
    noteOpened(book.id, to)
    onPick(to)
  }
  // Where one is already, one need not go.
  const found = useMemo(
    () =>
      findIn(
        all,
        word,
        opened.filter((to) => to !== pathname),
      ),
    [all, word, opened, pathname],
  )
  return (
    <>
      <Input
        ref={field}
        size="large"
        aria-label="Find"
        placeholder="tag, name, look, line, place, page …"
        value={word}
        onChange={(e) => {
          onWord(e.target.value)
          setAt(0)
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt((n) => Math.min(n + 1, found.length - 1))
          if (e.key === 'ArrowUp') setAt((n) => Math.max(n - 1, 0))
          if (e.key === 'Enter' && found[at]) pick(found[at].to)
        }}
      />
      {word.trim() === '' && found.length > 0 && <p className={css.recent}>Opened last</p>}
      <ul className={css.found} aria-label="Found">
        {found.map((f, i) => (
          <li key={f.to + f.tag} className={i === at ? css.at : ''}>
            <button type="button" onClick={() => pick(f.to)}>
              <span className={f.isPage ? css.page : 'tag'}>{f.tag}</span>{' '}
              <span className="quiet">{f.says}</span>
            </button>
          </li>
        ))}
      </ul>
      {word.trim() !== '' && found.length === 0 && (
        <p className="quiet">Nothing in the book is called that, or like it.</p>
      )}
      {word.trim() === '' && found.length === 0 && (
        <p className="quiet">
          An animal’s tag, name or look; a clutch, a pairing, a place, a species; a page, or what you want to
          begin, such as ‘record a clutch’.
        </p>
      )}
    </>
  )
}
