import { checkInWords, type PayloadOf } from '@hatch-book/core'
import { useEffect, useRef, useState } from 'react'
import { checkedPayload, isFound, type Check, type Said, type Sign } from './checking'
import styles from './checks.module.css'
import { Keys, type KeyAct } from './Keys'

/**
 * An animal looked over part by part, by keys: the space bar says of the part in front that it is well, a figure what is found. Nothing is
 * said of a part that nobody came to.
 */
export function CheckByParts({
  tag,
  check,
  onSave,
  onClose,
}: {
  tag: string
  check: Check
  onSave(payload: PayloadOf<'checked'>): void
  onClose(): void
}) {
  const { name, parts } = check
  // Under a thumb it opens below the fold.
  const section = useRef<HTMLElement>(null)
  useEffect(() => section.current?.scrollIntoView?.({ block: 'nearest' }), [])
  const [at, setAt] = useState(0)
  const [said, setSaid] = useState<Readonly<Record<string, Said>>>({})
  const part = parts[at]
  const say = (what: Said, goOn = true) => {
    if (!part) return
    setSaid({ ...said, [part.part]: what })
    if (goOn) setAt(at + 1)
  }
  const found = part ? said[part.part] : undefined
  const toggle = (sign: string) => {
    const now = isFound(found) ? found : []
    const next = now.includes(sign) ? now.filter((s) => s !== sign) : [...now, sign]
    if (next.length > 0) say(next, false)
    else if (part) setSaid(Object.fromEntries(Object.entries(said).filter(([of]) => of !== part.part)))
  }
  const payload = checkedPayload(check, said)
  const rest = parts.filter(({ part: of }) => said[of] === undefined)
  const hasFound = isFound(found)
  const keys: KeyAct[] = [
    ...(part
      ? [
          hasFound
            ? { key: 'Space', says: 'next', main: true, act: () => setAt(at + 1) }
            : { key: 'Space', says: 'well', main: true, act: () => say('well') },
          { key: 'N', says: 'not looked at', act: () => say('left') },
          ...(rest.length > 1
            ? [
                {
                  key: 'A',
                  says: 'all the rest is well',
                  act: () => {
                    setSaid({
                      ...said,
                      ...Object.fromEntries(rest.map(({ part: of }) => [of, 'well' as const])),
                    })
                    setAt(parts.length)
                  },
                },
              ]
            : []),
        ]
      : []),
    ...(at > 0 ? [{ key: 'B', says: 'back', act: () => setAt(at - 1) }] : []),
    {
      key: 'Enter',
      says: 'save check',
      main: !part,
      disabled: payload.looked.length === 0,
      act: () => onSave(payload),
    },
    { key: 'Escape', says: 'cancel', act: onClose },
  ]
  return (
    <section ref={section} className={styles.check} aria-label={`${name} of ${tag}`}>
      <p className={styles.name}>
        <strong>{name}</strong>{' '}
        <span className="small quiet">
          {Math.min(at + 1, parts.length)} of {parts.length}
        </span>
      </p>
      <ol className={styles.parts} aria-label="Parts">
        {parts.map(({ part: of }, i) => (
          <li key={of} className={i === at ? styles.now : isFound(said[of]) ? 'bad' : 'quiet'}>
            <button
              type="button"
              className="plain"
              onClick={() => setAt(i)}
              aria-current={i === at ? 'step' : undefined}
              aria-label={`${of}: ${inWords(said[of])}`}
            >
              <span aria-hidden>{glyph(said[of])}</span> {of}
            </button>
          </li>
        ))}
      </ol>
      {part ? (
        <>
          <p className={styles.part}>
            <strong>{part.part}</strong> <span className="quiet">well: {part.well}</span>
          </p>
          <div className={styles.signs} role="group" aria-label={`Found at ${part.part}`}>
            <Keys
              of={part.part}
              acts={part.signs.map(({ sign }, i) => ({
                key: String(i + 1),
                says: `${hasFound && found.includes(sign) ? '■ ' : ''}${sign}`,
                act: () => toggle(sign),
              }))}
            />
          </div>
          {hasFound &&
            part.signs
              .filter(({ sign }) => found.includes(sign))
              .map((sign) => <Meaning key={sign.sign} {...sign} />)}
        </>
      ) : (
        <p className={styles.part} role="status">
          <strong>
            {payload.looked.length === 0 ? 'Nothing was looked at' : asSentence(checkInWords(payload))}
          </strong>
        </p>
      )}
      <Keys acts={keys} of={`${at}`} />
    </section>
  )
}

const asSentence = (text: string) => `${text[0]!.toUpperCase()}${text.slice(1)}`
const glyph = (said: Said | undefined) =>
  said === 'well' ? '✓' : said === undefined || said === 'left' ? '–' : '!'
const inWords = (said: Said | undefined) =>
  said === 'well' ? 'well' : isFound(said) ? said.join(', ') : 'not looked at'

function Meaning({ sign, means, today, vet }: Sign) {
  return (
    <div className={styles.meaning} role="status">
      <strong>{sign}</strong>: may mean {means}. {today} <em>Vet: {vet}.</em>
    </div>
  )
}
