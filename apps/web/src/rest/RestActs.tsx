import type { RestView } from '@hatch-book/contract'
import type { RestRules } from '@hatch-book/core'
import { Link } from 'react-router'
import { Keys, type KeyAct } from '../parts/Keys'
import { withDays } from '../parts/sentence'
import { sentence } from '../parts/sentence'
import { useFigures } from '../shell/figures'
import { useLog, type ToWrite } from '../shell/log'
import { useMay, useSession } from '../shell/session'

/** The few keys that settle a rest, by where it stands. */
export function RestActs({ rest, rules }: { rest: RestView; rules: RestRules }) {
  const { lightHours } = rules
  const { write } = useLog()
  const may = useMay()
  const { today } = useSession()
  const figures = useFigures()
  if (!may.write) return null
  const batch = { type: 'rest' as const, id: rest.id }
  /** Of an animal; what rests as a batch has none. */
  const subject = { type: 'animal' as const, id: rest.animalId ?? '' }
  const named = {
    ...(rest.bedding ? { bedding: rest.bedding } : {}),
    ...(rest.unit ? { unit: rest.unit.name } : {}),
  }
  const { state, asks } = rest.course
  const acts: KeyAct[] = []
  const offer = (key: string, says: string, told: ToWrite, { written = says, main = false } = {}) =>
    acts.push({ key, says, main, act: () => void write([told], `${rest.tag}: ${written}`) })
  if (['planned', 'fasting', 'held back'].includes(state) && rest.animalId) {
    offer('D', 'droppings, gut clear', { kind: 'droppings', subject, payload: { clear: true } })
    offer('F', 'droppings, more to come', { kind: 'droppings', subject, payload: { clear: false } })
  }
  const shut = rest.goingIn && !rest.goingIn.may ? rest.goingIn : null
  if (['planned', 'fasting'].includes(state) && !shut)
    offer(
      'G',
      'goes in',
      rest.batch
        ? { kind: 'batch went in', subject: batch }
        : { kind: 'rest began', subject, payload: named },
      { written: 'goes into the cold', main: state === 'fasting' },
    )
  if (['cooling', 'resting', 'warming'].includes(state) && !rest.subject.warmedOn) {
    const main = state === 'warming'
    if (rest.batch) offer('W', 'comes out', { kind: 'batch came out', subject: batch }, { main })
    else offer('W', 'begins to warm', { kind: 'warmed', subject }, { main })
  }
  if (rest.subject.warmedOn && rest.animalId) {
    offer('B', 'water, bath', { kind: 'watered', subject }, { written: 'had water' })
    offer('A', 'ate', { kind: 'meal', subject, payload: { outcome: 'taken' } })
    offer('R', 'refused', { kind: 'meal', subject, payload: { outcome: 'refused' } })
  }
  if (asks) {
    offer('Y', 'it met a mate', { kind: 'met a mate', subject, payload: { met: 'yes' } })
    offer('N', 'it met none', { kind: 'met a mate', subject, payload: { met: 'no' } })
    offer('U', 'not known', { kind: 'met a mate', subject, payload: { met: 'not known' } })
  }
  const target = rest.clock.targets.find((t) => t.day === today)
  return (
    <>
      {target && (state === 'cooling' || state === 'warming') && (
        <p>
          Set it to <strong className="fig">{figures.celsius(target.celsius)}</strong> today.
        </p>
      )}
      {lightHours && ['cooling', 'resting'].includes(state) && (
        <p>
          Light for <span className="fig">{lightHours.typical}</span> hours a day, {lightHours.least} to{' '}
          {lightHours.most}.
        </p>
      )}
      {shut && ['planned', 'fasting', 'held back'].includes(state) && (
        <p>
          <strong>Do not cool it today.</strong>{' '}
          {shut.because.map((says) => `${withDays(sentence(says), figures.day)}. `)}
          {shut.earliest && <>Earliest {figures.day(shut.earliest)}.</>}
        </p>
      )}
      {asks && (
        <p>
          <strong>Did it meet a mate?</strong> It could from {figures.day(asks.since)} on, and nothing is
          written. If you know the day, write it under <Link to="/pairing">Pairings</Link>.
        </p>
      )}
      <Keys acts={acts} of={rest.id} />
      {(state === 'resting' || state === 'cooling') && (
        <p className="flush above-8">
          <Link to={`/rest/checks?rest=${rest.id}`}>check it</Link>
        </p>
      )}
    </>
  )
}
