import type { TubView } from '@hatch-book/contract'
import { outcomesOf, type TaskKind, type WorkItem } from '@hatch-book/core'
import { Button, Input } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { Keys, type KeyAct } from '../parts/Keys'
import { useFigures } from '../shell/figures'
import { useLog, type ToWrite } from '../shell/log'
import { useMay, useSession } from '../shell/session'
import { Equipment } from './Equipment'
import { PlaceTasks } from './PlaceTasks'
import type { Standing } from './queries'
import type { useMoving } from './useMoving'
import css from './racks.module.css'

/** The picked tub: who lives in it, how it stands, and the keys for it. */
export function TubCard({
  standing: { rack, tub },
  moving,
  nameOf,
  tubNamed,
  active,
}: {
  standing: Standing
  moving: ReturnType<typeof useMoving>
  nameOf(id: string): string
  tubNamed(word: string): TubView | null
  active: boolean
}) {
  const figures = useFigures()
  const may = useMay()
  const { today } = useSession()
  const { write } = useLog()
  const [which, setWhich] = useState(0)
  const { carried, doubt } = moving
  const said = (kind: 'cleaned' | 'soiled', says: string) => ({
    act: () => void write([{ kind, subject: { type: 'place', id: tub.id } }], `${tub.name} ${says}`),
  })
  const first = tub.animals[Math.min(which, tub.animals.length - 1)]
  const acts: KeyAct[] = carried
    ? [
        {
          key: 'Enter',
          says: `put ${carried.tag} down here`,
          main: true,
          act: () => void moving.putDown(carried, tub.id, tub.name),
        },
        { key: 'Escape', says: 'leave it where it is', act: moving.leave },
      ]
    : [
        ...(first
          ? [{ key: 'M', says: `move ${first.tag}`, main: true, act: () => moving.pickUp(first) }]
          : []),
        ...(tub.animals.length > 1
          ? [{ key: 'N', says: 'the next in it', act: () => setWhich((w) => (w + 1) % tub.animals.length) }]
          : []),
        tub.soiledSince
          ? { key: 'C', says: 'cleaned', main: !first, ...said('cleaned', 'cleaned') }
          : { key: 'D', says: 'needs cleaning', ...said('soiled', 'is to be cleaned') },
        ...careKeys(tub).map(({ key, says, entries }) => ({
          ...{ key, says },
          act: () => void write(entries, `${tub.name}: ${says}`),
        })),
      ]
  const due = (day: string | null) => day !== null && day <= today
  return (
    <article className={`card ${tub.airStanding === 'alarm' ? 'trouble' : 'now'}`} aria-label="The tub">
      <div className="top">
        <span className="tag">{tub.name}</span>
        <span>{rack.name}</span>
        <span className="place">{tub.tub?.size ?? ''}</span>
      </div>
      {tub.animals.length === 0 ? (
        <p className="quiet">Free{tub.soiledSince ? ', to be cleaned first' : ' and clean'}.</p>
      ) : (
        <ul className="lines">
          {tub.animals.map((a) => (
            <li key={a.id} className={`between ${tub.animals.length > 1 && a === first ? 'picked' : ''}`}>
              <span>
                <Link className="tag" to={`/animals/${a.id}`}>
                  {a.tag}
                </Link>{' '}
                <span className="small quiet">
                  {a.species}, {a.stage.toLowerCase()}
                </span>
              </span>
              <span className={`small nowrap ${a.flag ? 'bad' : due(a.mealDue) ? 'warm' : 'quiet'}`}>
                {a.flag ||
                  (a.mealDue ? (due(a.mealDue) ? 'meal due' : `meal ${figures.day(a.mealDue)}`) : '')}
              </span>
            </li>
          ))}
        </ul>
      )}
      <div className="small above-8 below-8">
        {tub.partBy && (
          <div className={tub.partBy <= today ? 'bad' : 'warm'}>Separate by {figures.day(tub.partBy)}</div>
        )}
        {tub.air && (
          <div
            className={tub.airStanding === 'alarm' ? 'bad' : tub.airStanding === 'outside' ? 'warm' : 'quiet'}
          >
            {tub.air}
          </div>
        )}
        {tub.tooSmall.map((says) => (
          <div key={says} className="warm">
            {says}
          </div>
        ))}
        {tub.uv && (
          <div className={tub.uv.standing === 'well' ? 'quiet' : 'warm'}>{asSentence(tub.uv.says)}</div>
        )}
        {tub.care.map((item) => (
          <div key={item.id} className={due(item.due) ? 'warm' : 'quiet'}>
            {asSentence(item.says)}, {due(item.due) ? 'due' : figures.day(item.due)}
          </div>
        ))}
        {tub.tub && (
          <div className="quiet">
            holds {tub.tub.most}
            {tub.tub.areaM2 !== null && `, ${tub.tub.areaM2} m² of floor`}
            {tub.tub.litres !== null && `, ${tub.tub.litres} litres`}
            {tub.cleanedAt && `; cleaned ${figures.instant(tub.cleanedAt).split(',')[0]}`}
          </div>
        )}
      </div>
      {carried && (
        <p className="note" role="status">
          <strong>{carried.tag}</strong> is in your hand: go to its tub with the arrows and press Enter, type
          the tub, or scan it.
        </p>
      )}
      {doubt && <Doubt moving={moving} name={nameOf(doubt.placeId)} />}
      {may.write && !doubt && <Keys acts={acts} of={tub.id} active={active} />}
      {!carried && <Equipment key={tub.id} of={tub} />}
      {!carried && <PlaceTasks key={`tasks of ${tub.id}`} of={tub} />}
      {may.write && carried && !doubt && <WhereTo moving={moving} tubNamed={tubNamed} />}
    </article>
  )
}

const asSentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

/** Keys of their own for what is done of many tubs; all other care goes by figures. */
const KEY_OF: Partial<Record<TaskKind, string>> = { mist: 'I', water: 'W' }

/** The care of a tub by its keys: each task once, whatever part of the day it is. */
function careKeys({ care }: TubView): { key: string; says: string; entries: ToWrite[] }[] {
  const tasks = [...new Map(care.map((item) => [`${item.kind}|${item.carries?.task}`, item])).values()]
  let others = 0
  return tasks.flatMap((item) => {
    const { at: _, ...carries } = item.carries ?? {}
    const [outcome] = outcomesOf({ ...item, carries } as WorkItem)
    if (!outcome) return []
    return {
      key: KEY_OF[item.kind] ?? String(++others),
      says: carries.task ?? outcome.says,
      entries: outcome.entries as ToWrite[],
    }
  })
}

function WhereTo({
  moving,
  tubNamed,
}: {
  moving: ReturnType<typeof useMoving>
  tubNamed(word: string): TubView | null
}) {
  const [text, setText] = useState('')
  const [says, setSays] = useState('')
  const find = () => {
    const found = tubNamed(text.trim())
    if (!found || !moving.carried) return setSays(`no tub is called ${text.trim()}`)
    void moving.putDown(moving.carried, found.id, found.name)
  }
  return (
    <div className="field above-8">
      <Input
        aria-label="Where to"
        placeholder="or type the tub, such as N12"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onPressEnter={find}
      />
      {says && <span className="says">{says}</span>}
    </div>
  )
}

/** What speaks against a move: it is left, or a reason is given. */
function Doubt({ moving, name }: { moving: ReturnType<typeof useMoving>; name: string }) {
  const [why, setWhy] = useState('')
  const { doubt } = moving
  if (!doubt) return null
  return (
    <div className="note bad" role="alert">
      <strong>{doubt.says}</strong>
      <ul className={css.points}>
        {doubt.faults.map((f) => (
          <li key={f}>{f}</li>
        ))}
      </ul>
      <Input
        aria-label="Why move it anyway?"
        placeholder="why move it anyway?"
        value={why}
        maxLength={200}
        onChange={(e) => setWhy(e.target.value)}
        onPressEnter={() => why.trim() && void moving.insist(why.trim(), name)}
      />
      <div className="row above-8">
        <Button size="small" type="primary" onClick={moving.leave} autoFocus>
          Cancel
        </Button>
        <Button
          size="small"
          disabled={why.trim() === ''}
          onClick={() => void moving.insist(why.trim(), name)}
        >
          Move it anyway
        </Button>
      </div>
    </div>
  )
}
