import type { RestView } from '@hatch-book/contract'
import type { RestRules } from '@hatch-book/core'
import { Link } from 'react-router'
import { Keys, type KeyAct } from '../parts/Keys'
import { withDays } from '../parts/Reasons'
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
  const say = (says: string, told: ToWrite) => () => void write([told], `${rest.tag}: ${says}`)
  const named = {
    ...(rest.bedding ? { bedding: rest.bedding } : {}),
    ...(rest.unit ? { unit: rest.unit.name } : {}),
  }
  const { state } = rest.course
  const acts: KeyAct[] = []
  if (['planned', 'fasting', 'held back'].includes(state) && rest.animalId) {
    acts.push({
      key: 'D',
      says: 'droppings, gut clear',
      act: say('droppings, gut clear', { kind: 'droppings', subject, payload: { clear: true } }),
    })
    acts.push({
      key: 'F',
      says: 'droppings, more to come',
      act: say('droppings, more to come', { kind: 'droppings', subject, payload: { clear: false } }),
    })
  }
  const shut = rest.goingIn && !rest.goingIn.may ? rest.goingIn : null
  if (['planned', 'fasting'].includes(state) && !shut)
    acts.push({
      key: 'G',
      says: 'goes in',
      main: state === 'fasting',
      act: say(
        'goes into the cold',
        rest.batch
          ? { kind: 'batch went in', subject: batch }
          : { kind: 'rest began', subject, payload: named },
      ),
    })
  if (['cooling', 'resting', 'warming'].includes(state) && !rest.subject.warmedOn)
    acts.push({
      key: 'W',
      says: rest.batch ? 'comes out' : 'begins to warm',
      main: state === 'warming',
      act: rest.batch
        ? say('comes out', { kind: 'batch came out', subject: batch })
        : say('begins to warm', { kind: 'warmed', subject }),
    })
  if (rest.subject.warmedOn && rest.animalId) {
    acts.push({ key: 'B', says: 'water, bath', act: say('had water', { kind: 'watered', subject }) })
    acts.push({
      key: 'A',
      says: 'ate',
      act: say('ate', { kind: 'meal', subject, payload: { outcome: 'taken' } }),
    })
    acts.push({
      key: 'R',
      says: 'refused',
      act: say('refused', { kind: 'meal', subject, payload: { outcome: 'refused' } }),
    })
  }
  const { asks } = rest.course
  if (asks) {
    acts.push({
      key: 'Y',
      says: 'it met a mate',
      act: say('met a mate', { kind: 'met a mate', subject, payload: { met: 'yes' } }),
    })
    acts.push({
      key: 'N',
      says: 'it met none',
      act: say('met no mate', { kind: 'met a mate', subject, payload: { met: 'no' } }),
    })
    acts.push({
      key: 'U',
      says: 'nobody knows',
      act: say('not known', { kind: 'met a mate', subject, payload: { met: 'not known' } }),
    })
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
          written. If you know the day, write it under <Link to="/pairing">Pairing</Link>.
        </p>
      )}
      <Keys acts={acts} of={rest.id} />
      {(state === 'resting' || state === 'cooling') && (
        <p style={{ margin: '8px 0 0' }}>
          <Link to={`/brumation/checks?rest=${rest.id}`}>check it</Link>
        </p>
      )}
    </>
  )
}

const sentence = (says: string) => says.charAt(0).toUpperCase() + says.slice(1)
