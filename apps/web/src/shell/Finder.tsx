import { animalsApi, incubationApi } from '@hatch-book/contract'
import { Input, Modal, type InputRef } from 'antd'
import { useLayoutEffect, useRef, useState } from 'react'
import { useAsk } from './api'
import { findIn } from './finding'
import { useCohorts, useColonies } from './queries'

/** Finds anything by its tag, line or place, from anywhere. */
export function Finder({
  open,
  word,
  onWord,
  onClose,
  onPick,
}: {
  open: boolean
  /** What is looked for: scanned, or typed. */
  word: string
  onWord(word: string): void
  onClose(): void
  onPick(to: string): void
}) {
  return (
    <Modal
      open={open}
      onCancel={onClose}
      footer={null}
      closable={false}
      destroyOnHidden
      title={null}
      aria-label="Find"
    >
      <FinderBody
        {...{ word, onWord }}
        onPick={(to) => {
          onClose()
          onPick(to)
        }}
      />
    </Modal>
  )
}

function FinderBody({
  word,
  onWord,
  onPick,
}: {
  word: string
  onWord(word: string): void
  onPick(to: string): void
}) {
  const field = useRef<InputRef>(null)
  // After what was typed before it was there.
  useLayoutEffect(() => field.current?.focus({ cursor: 'end' }), [])
  const [at, setAt] = useState(0)
  const { data: animals } = useAsk(animalsApi.list)
  const { data: clutches } = useAsk(incubationApi.list)
  const { data: groups } = useCohorts()
  const { data: feeders } = useColonies()
  const all = [
    ...(groups?.cohorts ?? []).map((c) => ({
      to: `/cohorts/${c.id}`,
      tag: c.name,
      says: [c.kind === 'young' ? 'cohort' : c.kind, c.species, ...c.lines.map((l) => l.line), c.place?.name]
        .filter(Boolean)
        .join(', '),
    })),
    ...(feeders?.colonies ?? []).map((c) => ({
      to: `/colonies/${c.id}`,
      tag: c.name,
      says: `colony, ${c.species}`,
    })),
    ...(animals?.animals ?? []).map((a) => ({
      to: `/animals/${a.id}`,
      tag: a.tag,
      says: [a.species, a.line, a.place?.name, a.presence === 'here' ? '' : a.presence]
        .filter(Boolean)
        .join(', '),
    })),
    ...(clutches?.clutches ?? []).map((c) => ({
      to: `/incubation/${c.id}`,
      tag: c.name,
      says: `clutch, ${c.eggs.length} eggs, ${c.box?.name ?? 'born'}`,
    })),
  ]
  const found = findIn(all, word)
  return (
    <>
      <Input
        ref={field}
        size="large"
        aria-label="Find by tag, line or place"
        placeholder="tag, line or place"
        value={word}
        onChange={(e) => {
          onWord(e.target.value)
          setAt(0)
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt((n) => Math.min(n + 1, found.length - 1))
          if (e.key === 'ArrowUp') setAt((n) => Math.max(n - 1, 0))
          if (e.key === 'Enter' && found[at]) onPick(found[at].to)
        }}
      />
      <ul className="lines" style={{ marginTop: 8 }}>
        {found.map((f, i) => (
          <li key={f.to} className={i === at ? 'picked' : ''} style={{ padding: '6px 12px' }}>
            <button
              type="button"
              className="plain"
              style={{ textDecoration: 'none' }}
              onClick={() => onPick(f.to)}
            >
              <span className="tag">{f.tag}</span> <span className="quiet">{f.says}</span>
            </button>
          </li>
        ))}
        {word.trim() !== '' && found.length === 0 && (
          <li className="quiet">Nothing in the book has that in its tag, line or place.</li>
        )}
      </ul>
    </>
  )
}
