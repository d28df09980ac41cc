import type { Entry } from '@hatch-book/contract'
import { Input, Modal } from 'antd'
import { useState } from 'react'
import { useFigures, type Figures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import { cohortInWords } from './cohortWords'

function mealInWords(p: Record<string, unknown>): string {
  if (p.outcome === 'taken') return p.assisted ? 'was helped to eat' : 'ate'
  return p.outcome === 'offered' ? 'was offered' : String(p.outcome)
}

type Counted = Record<'young', Record<string, { count: number }>> &
  Record<'females' | 'males', { count: number }>
function countInWords({ young, females, males }: Counted): string {
  const whole = (n: number) => Math.round(n).toLocaleString('en')
  const seen = Object.entries(young).map(([stage, { count }]) => `${whole(count)} ${stage}`)
  return [...seen, `${whole(females.count)} females`, `${whole(males.count)} males`].join(', ')
}

/** What an entry says, in a line. */
export function entryInWords({ kind, payload }: Entry, figures: Figures): string {
  const p = payload as Record<string, string & number & boolean>
  const note = p.note ? ` – ${p.note}` : ''
  switch (kind) {
    case 'weighed':
      return `weighed ${figures.grams(Number(p.grams))}${p.context && p.context !== 'not said' ? `, ${p.context}` : ''}${p.condition ? `, condition ${p.condition}` : ''}${note}`
    case 'meal':
      return `${mealInWords(p)}${p.prey ? ` ${p.prey}` : ''}${p.grams ? `, ${figures.grams(Number(p.grams))}` : ''}${p.trick ? `, tried: ${p.trick}` : ''}${p.supplement && p.supplement !== 'o' ? `, with ${p.supplement}` : ''}${note}`
    case 'counted':
      return `counted ${(p.how as unknown as string) ?? ''}: ${countInWords(payload as unknown as Counted)}${note}`
    case 'tended':
      return `done: ${p.task}${note}`
    case 'fed off':
      return `fed off: ${p.count} ${p.size}${note}`
    case 'sex read':
      return `sex read by ${p.method}: ${p.sex ?? 'kept back until it is sure'}${note}`
    case 'readings shown':
      return 'was shown the readings of its sex'
    case 'defect found':
      return `defect: ${p.defect}, ${p.grade}${note}`
    case 'measured':
      return `measured: ${[p.girthMm ? `${p.girthMm} mm round` : '', p.headMm ? `head ${p.headMm} mm wide` : ''].filter((w) => w !== '').join(', ')}${note}`
    case 'held back':
      return `${(p.keep as unknown) ? 'held back' : 'let go'}: ${p.reason}`
    case 'reserved':
      return `held for ${p.name} at ${p.price}${Number(p.deposit) > 0 ? `, ${p.deposit} paid` : ''}${p.until ? `, until ${figures.day(p.until)}` : ''}${note}`
    case 'reservation ended':
      return `held no longer: ${p.because}`
    case 'returned':
      return `came back: ${p.because}`
    case 'changed hands':
      return `went on to ${p.to}`
    case 'permit noted':
      return `paper: ${p.name} ${p.number}${p.until ? `, until ${figures.day(p.until)}` : ''}${note}`
    case 'shed':
      return `${p.whole === false ? 'shed, in pieces' : 'shed whole'}${note}`
    case 'sexed':
      return `sexed ${p.sex}, ${Math.round(Number(p.certainty) * 100)} % sure, ${p.method}${note}`
    case 'problem found':
      return `problem: ${p.problem}${note}`
    case 'problem over':
      return `over: ${p.problem}${note}`
    case 'quarantined':
      return `quarantine until ${figures.day(p.until!)}`
    case 'listed':
      return `listed for ${p.price}${note}`
    case 'sold':
      return `sold to ${p.buyer} for ${p.price}${note}`
    case 'overruled':
      return `overruled: ${p.verdict} – ${p.reason}`
    case 'trait':
      if (p.odds)
        return `${p.trait}: no copy, one, two with ${(p.odds as unknown as number[]).map((o) => Math.round(o * 100)).join(' / ')} %${note}`
      return `${p.carries === 'without' ? 'does not carry' : p.carries} ${Number(p.copies) === 2 ? 'two copies of ' : ''}${p.trait}${p.score === undefined ? '' : ` ${p.score}`}${Number(p.certainty) < 1 ? `, ${Math.round(Number(p.certainty) * 100)} % sure` : ''}${note}`
    case 'paired despite':
      return `paired although ${(p.against as unknown as string[]).join('; ')} – ${p.reason}`
    case 'taken up':
      return `sperm packet taken up${note}`
    case 'looked at':
      return `looked at: ${p.sign}, ${p.seen ? 'seen' : 'not seen'}${note}`
    case 'moulted':
      return `moulted${p.adult ? ', adult now' : p.stage ? ` to ${p.stage}` : ''}${note}`
    case 'stage reached':
      return `reached stage ${p.stage}${note}`
    case 'merged':
      return `the record ${p.tag} counts here`
    case 'noted':
      return p.text!
    case 'locked':
      return `locked${p.minutes ? `, ${p.minutes} min` : ''}${note}`
    case 'clutch found':
      return `found, ${p.eggs} in all${note}`
    case 'egg fate':
      return `egg ${p.eggNumber ?? ''} is ${p.fate}${note}`
    case 'rest began':
      return `went into the cold${p.unit ? `, ${p.unit}` : ''}${p.bedding ? `, bedding ${p.bedding}` : ''}${note}`
    case 'rest check':
      return `${(p.signs as unknown as string[]).length === 0 ? 'checked, all well' : `checked: ${(p.signs as unknown as string[]).join(', ')}`}${note}`
    case 'warmed':
      return `${p.because ? `woken early: ${p.because}` : 'began to warm'}${note}`
    case 'watered':
      return `had water${note}`
    case 'droppings':
      return `droppings, ${(p.clear as unknown) === false ? 'more to come' : 'gut clear'}${note}`
    case 'set point':
      return `set to ${figures.celsius(Number(p.celsius))}${p.night ? `, ${figures.celsius((p.night as unknown as { celsius: number }).celsius)} by night` : ''}${note}`
    case 'batch fate':
      return `${p.count} are ${p.fate}${note}`
    case 'eggs looked at':
      return `eggs looked at, none out yet${note}`
    case 'put off':
      return `put off until ${figures.day(p.until!)}: ${p.says}, ${p.reason}`
    case 'clutch moved':
      return `moved to another box${note}`
    case 'box weighed':
      return `box weighed ${Math.round(Number(p.grams))} g${p.addedGrams ? `, ${p.addedGrams} g of water added` : ''}${note}`
    case 'nest checked':
      return `nest looked at, nothing there${note}`
    case 'laying sign':
      return `sign of laying: ${p.sign}${note}`
    case 'hatchling step':
      return `${p.step}${note}`
    case 'met a mate':
      return `${p.met === 'yes' ? 'met a mate after its rest' : p.met === 'no' ? 'did not meet a mate after its rest' : 'nobody knows whether it met a mate after its rest'}${note}`
    case 'thermometer read': {
      const range =
        p.lowC === undefined
          ? ''
          : `${figures.celsius(Number(p.lowC))} to ${figures.celsius(Number(p.highC))} since it was set back`
      const shows = p.celsius === undefined ? '' : `shows ${figures.celsius(Number(p.celsius))}`
      return `thermometer ${[shows, range].filter(Boolean).join(', ')}${note}`
    }
    case 'calibrated':
      return `probe compared: it showed ${figures.celsius(Number(p.readC), 2)}, true was ${figures.celsius(Number(p.trueC), 2)}`
    case 'struck':
      return `struck an entry out${p.reason ? `: ${p.reason}` : ''}`
    default:
      return `${cohortInWords({ kind, payload }) ?? kind}${note}`
  }
}

/** These are parts of larger acts, and written again by doing those again. */
const WRITTEN_BY_ACTS = new Set<string>([
  ...[
    'clutch found',
    'egg fate',
    'batch fate',
    'merged',
    'struck',
    'rest began',
    'sex read',
    'readings shown',
  ],
  ...['sold', 'reserved', 'listed', 'counted', 'split', 'put together'],
])

/** Entries, newest first. What is struck out stays readable and can be written again; what stands can be struck out with a reason. */
export function EntryList({
  entries,
  withSubject = false,
  most,
}: {
  entries: readonly Entry[]
  withSubject?: boolean
  most?: number
}) {
  const figures = useFigures()
  const may = useMay()
  const { strike, write } = useLog()
  const writeAgain = ({ kind, subject, payload, at, precision }: Entry) =>
    write(
      [{ kind, subject: { type: subject.type, id: subject.id }, payload, at, precision }],
      'Written again',
    )
  const [target, setTarget] = useState<Entry | null>(null)
  const [reason, setReason] = useState('')
  const shown = entries.filter((e) => withSubject || e.kind !== 'struck').slice(0, most)
  if (shown.length === 0) return <p className="quiet">Nothing is written yet.</p>
  return (
    <>
      <ul className="lines">
        {shown.map((e) => (
          <li key={e.id} className={e.struckBy ? 'struck' : ''}>
            <div className="between">
              <span>
                <span className="when">
                  {e.precision === 'day' ? figures.instant(e.at).split(',')[0] : figures.instant(e.at)}
                </span>
                {withSubject && <span className="tag">{e.subject.tag} </span>}
                {entryInWords(e, figures)}
                {e.struckBy && (
                  <span className="small" style={{ display: 'inline-block', textDecoration: 'none' }}>
                    &nbsp;· struck by {e.struckBy.by}
                    {e.struckBy.reason && `: ${e.struckBy.reason}`}
                  </span>
                )}
              </span>
              <span
                className="small quiet nowrap"
                title={`written ${figures.instant(e.recordedAt)}${e.device ? `, on ${e.device}` : ''}`}
              >
                {e.by}
                {may.write && e.struckBy && !WRITTEN_BY_ACTS.has(e.kind) && (
                  <>
                    {' · '}
                    <button
                      type="button"
                      className="plain"
                      aria-label={`write again: ${entryInWords(e, figures)}`}
                      onClick={() => void writeAgain(e)}
                    >
                      write again
                    </button>
                  </>
                )}
                {may.write && !e.struckBy && e.kind !== 'struck' && (
                  <>
                    {' · '}
                    <button
                      type="button"
                      className="plain"
                      aria-label={`strike out: ${entryInWords(e, figures)}`}
                      onClick={() => setTarget(e)}
                    >
                      strike
                    </button>
                  </>
                )}
              </span>
            </div>
          </li>
        ))}
      </ul>
      <Modal
        title="Strike this entry out?"
        open={target !== null}
        okText="Strike it out"
        onCancel={() => setTarget(null)}
        onOk={async () => {
          if (target && (await strike([target], reason.trim(), 'Struck out'))) {
            setTarget(null)
            setReason('')
          }
        }}
      >
        <p>{target && entryInWords(target, figures)}</p>
        <p className="quiet">It stays readable in the log, and no longer counts.</p>
        <Input
          aria-label="Why"
          placeholder="why (may be empty)"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          maxLength={200}
        />
      </Modal>
    </>
  )
}
