import { incubationApi } from '@hatch-book/contract'
import { beginOfLastWord, completeSlate, parseSlate, type SlateEntry, type SlateLine } from '@hatch-book/core'
import { useEffect, useMemo, useRef, useState } from 'react'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { rememberWritten, useLog } from '../shell/log'
import { useAnimals } from '../shell/queries'
import { useSession } from '../shell/session'
import { foundEntry, resolveLine, slateBatch, type Resolved } from './resolve'
import { useNames } from './useNames'
import css from './slate.module.css'

/** What stands on the slate stays there until it is written, whatever happens to the browser; each member of a book has their own. */
const useSlates = create<{ texts: Record<string, string>; set(whose: string, text: string): void }>()(
  persist(
    (set) => ({
      texts: {},
      set: (whose, text) =>
        set(({ texts: { [whose]: _, ...others } }) => ({
          texts: text === '' ? others : { ...others, [whose]: text },
        })),
    }),
    { name: 'hatch-book-slates' },
  ),
)
function useSlateText() {
  const { book, member } = useSession()
  const whose = `${book.id} ${member.id}`
  const text = useSlates((s) => s.texts[whose] ?? '')
  return {
    text,
    set: (next: string) => useSlates.getState().set(whose, next),
    /** What stands there at this moment, whatever was drawn last. */
    now: () => useSlates.getState().texts[whose] ?? '',
  }
}
const SHOWN_LINES = 8

type Read = SlateLine & { resolved: Resolved }

/** A line to write as one would on a card: it says what it understood while one types, and nothing is saved until Enter. */
export default function Slate({ onClose }: { onClose(): void }) {
  const known = useNames()
  const { text, set, now } = useSlateText()
  const { write } = useLog()
  const field = useRef<HTMLTextAreaElement>(null)
  const [says, setSays] = useState('')
  const [busy, setBusy] = useState(false)
  const prepared = useRef<({ text: string } & ReturnType<typeof slateBatch>) | null>(null)
  const lines = useMemo<Read[]>(
    () =>
      known
        ? parseSlate(text, known.context).map((line) => ({
            ...line,
            resolved: resolveLine(line.entries, known.names),
          }))
        : [],
    [text, known],
  )
  const offered = useMemo(() => (known ? completeSlate(text, known.context) : []), [text, known])
  useEffect(() => field.current?.focus(), [])
  const readable = lines.filter((l) => l.entries.length > 0 && l.resolved.problem === '')
  const complete = (word: string) => {
    set(`${text.slice(0, beginOfLastWord(text))}${word} `)
    field.current?.focus()
  }
  /** Clutches and lines in one request, under names that stay the same until it is known that they were written. */
  const writeWithClutches = async (told: string): Promise<boolean> => {
    if (prepared.current?.text !== text)
      prepared.current = { text, ...slateBatch(readable.map((l) => l.resolved)) }
    const { clutches, entries } = prepared.current
    try {
      await send(incubationApi.writeSlate, { body: { clutches, entries } }, () =>
        rememberWritten([...clutches.map(foundEntry), ...entries], told),
      )
    } catch (error) {
      const detail = wordsOf(error, 'These lines could not be saved.')
      setSays(`${detail} Nothing of it was written.`)
      return false
    }
    prepared.current = null
    return true
  }
  const save = async () => {
    if (readable.length === 0 || busy) return
    setBusy(true)
    const writes = readable.flatMap((l) => l.resolved.writes)
    const told =
      readable.length === 1
        ? sayAll(readable[0]!.entries, (e) => e.says)
        : `${readable.length} lines of the slate`
    const done = readable.some((l) => l.resolved.clutch)
      ? await writeWithClutches(told)
      : await write(writes, told, { device: 'slate' })
    setBusy(false)
    if (!done) return
    setSays('')
    // What could not be read stays, to be mended; so does what was typed while these were under way.
    const written = readable.map((l) => l.text)
    const left = now()
      .split('\n')
      .filter((line) => {
        const at = written.indexOf(line)
        if (at >= 0) written.splice(at, 1)
        return at < 0 && line.trim() !== ''
      })
    set(left.join('\n'))
    if (left.length === 0) onClose()
  }
  return (
    <section className={`${css.slate} no-print`} aria-label="Slate">
      <textarea
        ref={field}
        aria-label="Write as on a card"
        placeholder="c15 84g, ate 1 hopper mouse      several lines at once; Shift+Enter begins a new one"
        rows={Math.min(SHOWN_LINES, Math.max(1, text.split('\n').length))}
        value={text}
        spellCheck={false}
        onChange={(e) => {
          set(e.target.value)
          setSays('')
        }}
        onKeyDown={(e) => {
          if (e.key === 'Escape') onClose()
          else if (e.key === 'Enter' && !e.shiftKey) {
            e.preventDefault()
            void save()
          } else if (e.key === 'Tab' && !e.shiftKey && offered[0]) {
            e.preventDefault()
            complete(offered[0])
          }
        }}
      />
      <div className={css.understood} role="status">
        {says && <p className="bad">{says}</p>}
        <Understood lines={lines} typing={offered.length > 0} />
        {offered.length > 0 && (
          <p className="small quiet">
            {offered.map((word, i) => (
              <button key={word} type="button" className="plain" onClick={() => complete(word)}>
                {i === 0 && <kbd>Tab</kbd>} {word}
              </button>
            ))}
          </p>
        )}
        <p className="small quiet between">
          <span>
            {readable.length > 0 && (
              <>
                <kbd>Enter</kbd> writes {readable.length === 1 ? 'it' : `${readable.length} lines`}; all of it
                is taken back at once
              </>
            )}
          </span>
          <button type="button" className="plain" onClick={onClose}>
            Esc puts the slate aside; what stands on it stays
          </button>
        </p>
      </div>
    </section>
  )
}

/** What each line comes to, or which part of it cannot be read. */
function Understood({ lines, typing }: { lines: readonly Read[]; typing: boolean }) {
  const sayBack = useSayBack()
  const written = lines.filter((l) => l.text.trim() !== '')
  const faulty = written.filter((l) => l.problem ?? l.resolved.problem)
  // With many lines pasted those that want a hand come first.
  const shown =
    written.length > SHOWN_LINES ? [...faulty, ...written.filter((l) => !faulty.includes(l))] : written
  return (
    <ul className="lines">
      {shown.slice(0, SHOWN_LINES).map((line, i) => (
        <li key={i}>
          {typing && line === lines.at(-1) && line.problem?.to === line.text.length ? (
            // A word that is not at its end is not wrong yet.
            <span className="quiet">· {line.text} …</span>
          ) : line.problem ? (
            <span>
              <span className="bad">✕</span> {line.text.slice(0, line.problem.from)}
              <u className="bad">{line.text.slice(line.problem.from, line.problem.to) || ' … '}</u>
              {line.text.slice(line.problem.to)} <span className="bad small">{line.problem.says}</span>
            </span>
          ) : line.resolved.problem ? (
            <span>
              <span className="bad">✕</span> {line.text}{' '}
              <span className="bad small">{line.resolved.problem}</span>
            </span>
          ) : (
            <span>
              <span className="good">✓</span> {sayAll(line.entries, sayBack)}
              {line.resolved.clutch && `, set in ${line.resolved.clutch.box.name}`}
            </span>
          )}
        </li>
      ))}
      {shown.length > SHOWN_LINES && (
        <li className="quiet small">
          and {shown.length - SHOWN_LINES} more. {faulty.length} of {written.length} cannot be read.
        </li>
      )}
    </ul>
  )
}

/** What is written of many at once: the first of them speak for all. */
function sayAll(entries: readonly SlateEntry[], sayBack: (entry: SlateEntry) => string): string {
  const said = entries.slice(0, SHOWN_LINES).map(sayBack).join('. ')
  return entries.length > SHOWN_LINES ? `${said} and ${entries.length - SHOWN_LINES} more` : said
}

/** An entry as it was understood: with what it means against what the book knows, and when it was if not now. */
function useSayBack(): (entry: SlateEntry) => string {
  const figures = useFigures()
  const { today } = useSession()
  const { data: animals } = useAnimals()
  return (entry) => {
    const animal = animals?.find((a) => a.tag === entry.tags[0])
    const grams = entry.kind === 'weighed' ? Number(entry.payload.grams) : null
    const change = grams !== null && animal?.grams ? grams - animal.grams : null
    const against =
      change === null
        ? ''
        : ` (${change < 0 ? 'down' : 'up'} ${figures.grams(Math.abs(change))} since ${figures.day(animal!.weighedOn!)})`
    const when =
      entry.on === today ? (entry.at ?? '') : [figures.day(entry.on), entry.at].filter(Boolean).join(' ')
    return `${entry.says}${against}${when ? `, ${when}` : ''}`
  }
}
