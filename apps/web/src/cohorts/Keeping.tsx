import { cohortsApi } from '@hatch-book/contract'
import { eggsToKeep, leafRace, type LeafRace } from '@hatch-book/core'
import { Button, InputNumber } from 'antd'
import { useState } from 'react'
import { sendOrSay } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay, useSession } from '../shell/session'
import { KeepingForm } from './KeepingForm'
import type { StudiedCohort } from './study'

/** Room, warmth, food plant and surplus: what a cohort needs to be kept well. */
export function Keeping({ studied, all }: { studied: StudiedCohort; all: readonly StudiedCohort[] }) {
  const figures = useFigures()
  const may = useMay()
  const [says, setSays] = useState('')
  const [editing, setEditing] = useState(false)
  const { cohort, crowding, protocol, standing } = studied
  const change = async (what: object) =>
    setSays(
      await sendOrSay(cohortsApi.change, {
        params: { id: cohort.id },
        body: { version: cohort.version, ...what },
      }),
    )
  const oldest = standing.stages.filter((s) => s.stage !== null).at(-1)
  const { low, high } = protocol.alarmC
  if (editing) return <KeepingForm studied={studied} onDone={() => setEditing(false)} />
  return (
    <div className="card" role="region" aria-label="Keeping">
      <h3>Room, warmth, food</h3>
      <ul className="lines">
        <li className="between">
          <span>
            {cohort.tubs === 1 ? 'One tub' : `${cohort.tubs} tubs`} of {cohort.litres} L
            {cohort.heightMm ? `, ${Math.round(cohort.heightMm)} mm high` : ''}
          </span>
          <span
            className={`small ${crowding && (crowding.tubs > cohort.tubs || crowding.tallEnough === false) ? 'bad' : 'quiet'}`}
            data-testid="crowding"
          >
            {!crowding
              ? 'no figure for room'
              : crowding.tubs > cohort.tubs || crowding.tallEnough === false
                ? crowding.says || `room for ${crowding.holds * cohort.tubs}`
                : `room for ${crowding.holds * cohort.tubs} ${oldest?.name ?? 'adults'}`}
          </span>
        </li>
        <li className="between">
          <span>
            At {figures.celsius(cohort.celsius)}
            {cohort.thenC !== null && cohort.thenFrom !== null
              ? `, from ${figures.day(cohort.thenFrom)} at ${figures.celsius(cohort.thenC)}`
              : ''}
          </span>
          <span className={`small ${cohort.celsius < low || cohort.celsius > high ? 'bad' : 'quiet'}`}>
            alarm below {figures.celsius(low)} and above {figures.celsius(high)}
          </span>
        </li>
        {protocol.host && (
          <li className="between">
            <span>{cohort.hostPlant ? `On ${cohort.hostPlant}` : `Eats ${protocol.host.plants}`}</span>
            <HostSeason studied={studied} />
          </li>
        )}
      </ul>
      {protocol.collectDays && cohort.kind === 'young' && standing.stages.some((s) => s.stage === 0) && (
        <Surplus studied={studied} all={all} />
      )}
      {may.decide && (
        <div className="row gap-8">
          <Button size="small" onClick={() => setEditing(true)}>
            Change it
          </Button>
          {crowding && crowding.tubs > cohort.tubs && (
            <Button size="small" onClick={() => void change({ tubs: crowding.tubs })}>
              It stands in {crowding.tubs} tubs now
            </Button>
          )}
          {standing.stages.length === 0 && (
            <Button size="small" onClick={() => void change({ ended: true })}>
              It is over
            </Button>
          )}
          {cohort.thenC !== null && (
            <Button
              size="small"
              onClick={() => void change({ celsius: cohort.thenC, thenC: null, thenFrom: null })}
            >
              It stands at {figures.celsius(cohort.thenC)} now
            </Button>
          )}
        </div>
      )}
      {says && <p className="bad small">{says}</p>}
    </div>
  )
}

/** From when and until when eggs may be laid, so that larvae hatch to leaves and are done before those fall. */
function HostSeason({ studied: { protocol, way, ahead } }: { studied: StudiedCohort }) {
  const figures = useFigures()
  const { today } = useSession()
  const race = leafRace(protocol, way, today, ahead)
  return (
    <span className={`small ${race?.leaves === 'bare' ? 'bad' : 'quiet'}`} data-testid="safe-start">
      {race
        ? sayRace(race, today, protocol.host!.marginDays, figures.day)
        : 'Keeps its leaves all year where winters are mild.'}
    </span>
  )
}

function sayRace(race: LeafRace, today: string, margin: number, day: (on: string) => string): string {
  if (race.leaves === 'not known')
    return 'Not known whether there are leaves now: enter the leaf-out date in the protocol.'
  const bare = race.outOn ? `No leaves until about ${day(race.outOn)}. ` : ''
  const fall = `leaf fall, about ${day(race.fallsOn)}`
  if (race.until === null || race.from === null) return `${bare}Too late to start before ${fall}.`
  const laid =
    race.from > today ? `laid ${day(race.from)} to ${day(race.until)}` : `laid by ${day(race.until)}`
  const chance = Math.round(race.today! * 100)
  return `${bare}Eggs ${laid} finish feeding ${margin} days before ${fall} (95 % sure). Laid today: ${chance} %.`
}

const USUALLY_WANTED = 12

/** More eggs than anybody wants: how many to keep, and how many are over. */
function Surplus({ studied, all }: { studied: StudiedCohort; all: readonly StudiedCohort[] }) {
  const { protocol, way, standing, cohort } = studied
  const [wanted, setWanted] = useState(USUALLY_WANTED)
  const there = Math.round(standing.stages.find((s) => s.stage === 0)?.count ?? 0)
  // The room that the grown of this species have in all their tubs.
  const litres = all
    .filter((s) => s.cohort.protocolId === cohort.protocolId && s.cohort.id !== cohort.id)
    .reduce((sum, s) => sum + s.cohort.litres * s.cohort.tubs, 0)
  const room = protocol.adultLitres && litres > 0 ? Math.floor(litres / protocol.adultLitres.typical) : null
  const { atLeast, share, over } = eggsToKeep(way, there, wanted, null)
  const each = protocol.adultLitres?.typical ?? null
  return (
    <div className="para" data-testid="surplus">
      For{' '}
      <InputNumber
        aria-label="Grown wanted"
        size="small"
        min={0}
        max={100_000}
        precision={0}
        value={wanted}
        onChange={(n) => setWanted(n ?? 0)}
        className="w-76"
      />{' '}
      grown keep <strong>{atLeast.toLocaleString('en')}</strong> of {there.toLocaleString('en')} eggs:{' '}
      {(share * 100).toFixed(0)} % reach that age, and in 9 of 10 broods that is enough.{' '}
      <strong>{over.toLocaleString('en')}</strong> are over: sell them, pass them on, or freeze them.
      {each !== null && (
        <span className="small quiet">
          {' '}
          {wanted} grown want {Math.round(wanted * each)} L
          {room !== null ? `; the tubs of this species hold ${room}` : ''}.
        </span>
      )}
    </div>
  )
}
