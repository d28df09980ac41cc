import type { ClutchPage } from '@hatch-book/contract'
import { HATCHLING_STEPS, type HatchlingStep } from '@hatch-book/core'
import { Input } from 'antd'
import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { useCardFocus } from '../parts/useCardFocus'
import { useFigures } from '../shell/figures'
import { useKeys } from '../shell/keys'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'

const KEYS: Record<HatchlingStep, string> = { 'yolk absorbed': 'Y', straightened: 'S', 'ready to move': 'R' }
type Young = ClutchPage['young'][number]
const isReady = ({ steps }: Young) => steps.some((s) => s.step === 'ready to move')

/** The young of a clutch on their first days: yolk absorbed, straightened, ready to move; one key each, defects by a word. */
export function Hatchlings({ page: { clutch, young } }: { page: ClutchPage }) {
  const may = useMay()
  const figures = useFigures()
  const { write } = useLog()
  const [pickedId, setPicked] = useState<string | null>(null)
  const unfinished = young.filter((y) => !isReady(y))
  const picked = young.find((y) => y.id === pickedId) ?? unfinished[0]
  const step = (which: HatchlingStep) => {
    if (!picked) return
    void write(
      [{ kind: 'hatchling step', subject: { type: 'animal', id: picked.id }, payload: { step: which } }],
      `${picked.tag}: ${which}`,
    )
    setPicked(unfinished[unfinished.findIndex((y) => y.id === picked.id) + 1]?.id ?? null)
  }
  const keyed = may.write && unfinished.length > 0
  const card = useRef<HTMLElement>(null)
  const { hears } = useCardFocus(card, '', keyed)
  useKeys(Object.fromEntries(HATCHLING_STEPS.map((s) => [KEYS[s], () => step(s)])), keyed, hears)
  if (young.length === 0) return null
  return (
    <section ref={card} aria-label="Hatchlings" className="above-16">
      <h2>
        {clutch.kind === 'litter' ? 'Young' : 'Hatchlings'}
        {keyed && picked && (
          <span className="small quiet">
            {' '}
            · keys for {picked.tag}: Y yolk absorbed, S straightened, R ready to move
          </span>
        )}
      </h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th>tag</th>
            {HATCHLING_STEPS.map((s) => (
              <th key={s}>
                {s} <kbd>{KEYS[s]}</kbd>
              </th>
            ))}
            <th>defects</th>
            <th>tub</th>
          </tr>
        </thead>
        <tbody>
          {young.map((y) => (
            <tr
              key={y.id}
              className={keyed && picked?.id === y.id ? 'picked' : ''}
              onClick={() => setPicked(y.id)}
            >
              <td>
                <Link className="tag" to={`/animals/${y.id}`}>
                  {y.tag}
                </Link>
              </td>
              {HATCHLING_STEPS.map((s) => {
                const seen = y.steps.find((done) => done.step === s)
                return <td key={s}>{seen ? `● ${figures.day(seen.on)}` : '·'}</td>
              })}
              <td className="small">
                <Defects young={y} />
              </td>
              <td className="small">{y.place ?? ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** What is wrong with one, and a line to note more. */
function Defects({ young }: { young: Young }) {
  const may = useMay()
  const { write } = useLog()
  const [text, setText] = useState<string | null>(null)
  const note = async (problem: string) => {
    const subject = { type: 'animal' as const, id: young.id }
    if (await write([{ kind: 'problem found', subject, payload: { problem } }], `${young.tag}: ${problem}`))
      setText(null)
  }
  return (
    <>
      {young.problems.join(', ')}{' '}
      {may.write &&
        (text === null ? (
          <button type="button" className="plain small" onClick={() => setText('')}>
            {young.problems.length > 0 ? '+' : 'note one'}
          </button>
        ) : (
          <Input
            aria-label={`defect of ${young.tag}`}
            size="small"
            autoFocus
            value={text}
            maxLength={120}
            onChange={(e) => setText(e.target.value)}
            onPressEnter={() => text.trim() && void note(text.trim())}
            onBlur={() => text.trim() === '' && setText(null)}
          />
        ))}
    </>
  )
}
