import type { RestView } from '@hatch-book/contract'
import { CHECK_SIGNS, shareLost, type CheckSign, type RestRules, counted } from '@hatch-book/core'
import { InputNumber } from 'antd'
import { useState } from 'react'
import { Keys } from '../parts/Keys'
import { useFigures } from '../shell/figures'
import { useLog, type ToWrite } from '../shell/log'
import { useScales } from '../shell/queries'
import { useMay, useSession } from '../shell/session'
import { useAwaited, useScale } from '../shell/useScale'
import { SIGNS } from './restWords'
import { WakeNow } from './WakeNow'
import { MassInput } from '../parts/MassInput'
import css from './rest.module.css'

/** A reading that differs so much from the last weight is not taken for the animal. */
const STRANGE = 0.35

/** One check: whatever is not well by its figure, the weight from the scale or typed, Enter. Nothing more: the light goes off again. */
export function CheckCard({
  rest,
  rules,
  onDone,
  onSkip,
}: {
  rest: RestView
  rules: RestRules
  onDone(): void
  onSkip(): void
}) {
  const figures = useFigures()
  const may = useMay()
  const { today } = useSession()
  const { write } = useLog()
  const { data: scales } = useScales()
  const { state } = useScale(scales?.[0] ?? null)
  useAwaited(scales?.[0] ?? null, rest.animalId)
  const [signs, setSigns] = useState<CheckSign[]>([])
  const [typed, setTyped] = useState('')
  const [lost, setLost] = useState<number | null>(0)
  const onPan = state.is === 'steady' ? Math.round(state.reading.grams * 10) / 10 : null
  const reference = rest.grams ?? rest.startGrams?.grams ?? null
  // A bare pan, or a tub left on it, is no animal.
  const strange = onPan !== null && reference !== null && Math.abs(onPan / reference - 1) > STRANGE
  const shown = strange ? null : onPan
  const grams = typed.trim() === '' ? shown : figures.readGrams(typed)
  const unread = figures.weightFault(typed)
  const share = grams !== null && rest.startGrams ? shareLost(rest.startGrams.grams, grams) : null
  const toggle = (sign: CheckSign) =>
    setSigns((s) => (s.includes(sign) ? s.filter((x) => x !== sign) : [...s, sign]))
  const done = async () => {
    // What was typed and cannot be read is not left out without a word: it is said at its field.
    if (unread !== null) return
    const said = signs.length > 0 ? signs.map((s) => SIGNS[s].says).join(', ') : 'all well'
    const entries: ToWrite[] = rest.animalId
      ? [
          ...(grams === null
            ? []
            : [
                {
                  kind: 'weighed' as const,
                  subject: { type: 'animal' as const, id: rest.animalId },
                  payload: { grams, context: 'empty' as const },
                },
              ]),
          { kind: 'rest check', subject: { type: 'animal', id: rest.animalId }, payload: { signs } },
        ]
      : [
          {
            kind: 'batch check',
            subject: { type: 'rest', id: rest.id },
            payload: { signs, lost: lost ?? 0, ...(grams === null ? {} : { grams }) },
          },
        ]
    if (await write(entries, `${rest.tag}: ${said}${grams === null ? '' : `, ${figures.grams(grams)}`}`))
      onDone()
  }
  const checkedToday = rest.checks.at(-1)?.on === today
  const number = rest.course.checksDone + (checkedToday ? 0 : 1)
  return (
    <article
      className={`card ${rest.course.wakeBecause.length > 0 ? 'trouble' : 'now'} ${css.check}`}
      aria-label={`Check of ${rest.tag}`}
    >
      <div className="top">
        <span className="tag">{rest.tag}</span>
        <span className="quiet">
          check {number}
          {rest.course.day && `, day ${rest.course.day.is} of ${rest.course.day.of}`}
        </span>
        <span className="place">{[rest.unit?.name, rest.tub].filter(Boolean).join(' · ')}</span>
      </div>
      {rest.course.wakeBecause.length > 0 && <WakeNow rest={rest} />}
      <p>
        <strong className={`fig ${css.large}`}>{grams === null ? '–' : figures.grams(grams)}</strong>{' '}
        <span className="quiet">{scaleSays(state.is, strange)}</span>
        {share !== null && (
          <>
            <br />
            <span className={share >= rules.alarmLoss ? 'bad' : share >= rules.warnLoss ? 'warm' : 'good'}>
              <span className="fig">{(100 * share).toFixed(1)} %</span> under its start of{' '}
              {figures.grams(rest.startGrams!.grams)}; alarm at {Math.round(100 * rules.alarmLoss)} %
            </span>
          </>
        )}
      </p>
      <div className="row at-middle below-12">
        <label className="small quiet" htmlFor="check-grams">
          or type it
        </label>
        <MassInput
          id="check-grams"
          value={typed}
          onChange={setTyped}
          suffix={figures.weightUnit}
          className="w-130"
          onPressEnter={() => void done()}
        />
        {rest.batch && (
          <>
            <label className="small quiet" htmlFor="check-lost">
              dead, taken out
            </label>
            <InputNumber
              id="check-lost"
              min={0}
              precision={0}
              value={lost}
              onChange={setLost}
              className="w-90"
            />
          </>
        )}
      </div>
      {may.write && (
        <>
          <div className={css.signs} role="group" aria-label="Not well">
            <Keys
              acts={CHECK_SIGNS.map((sign) => ({
                key: SIGNS[sign].key,
                says: `${signs.includes(sign) ? '■ ' : ''}${SIGNS[sign].says}`,
                act: () => toggle(sign),
              }))}
            />
          </div>
          {signs.length > 0 && (
            <p className="small bad" role="status">
              {signs.map((s) => `${SIGNS[s].says}: ${SIGNS[s].look}`).join('; ')}
            </p>
          )}
          <Keys
            acts={[
              {
                key: 'Enter',
                says: signs.length === 0 ? 'all well' : 'write it',
                main: true,
                act: () => void done(),
              },
              { key: 'N', says: 'next', act: onSkip },
            ]}
          />
        </>
      )}
      <p className="small quiet flush above-12">
        {bedding(rest.bedding)} Disturbed on {counted(rest.disturbances, 'day')} since it went in.
      </p>
    </article>
  )
}

/** What a bedding asks to be looked for. */
function bedding(school: string): string {
  if (school === 'dry') return 'Dry bedding: look for sunken eyes, wrinkled skin, an empty bowl.'
  if (school === 'damp') return 'Damp bedding: look under it for sores, blisters, mould.'
  if (school) return `Bedding ${school}: look at both ends of the tub.`
  return 'Bedding: no school is chosen; look for sores where it is damp, for wrinkles where it is dry.'
}

function scaleSays(is: ReturnType<typeof useScale>['state']['is'], strange: boolean): string {
  if (strange) return 'that is not this animal'
  if (is === 'silent') return 'the scale is silent'
  if (is === 'steady') return 'steady'
  return is === 'empty' ? 'put it on the scale' : 'settling'
}
