import { coloniesApi, type PreySupply, type SupplyView } from '@hatch-book/contract'
import { addDays, BORNE_CHANCE, feederDemand, type Mend, type Take, counted } from '@hatch-book/core'
import { Button, Radio } from 'antd'
import { useMemo, useState } from 'react'
import { sendOrSay } from '../shell/api'
import { LongProgress } from '../parts/LongProgress'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useLongTask } from '../shell/worker'
import { draftsOf, sayPlan } from './mendWords'
import { RiverChart, strandsOf } from './RiverChart'
import type { ShortWant, SupplyTold } from './supply.worker'
import { askSupply, type AskedSupply } from './supplyQuestion'
import { useShortWeeks } from './useShortWeeks'

const createWorker = () => new Worker(new URL('./supply.worker.ts', import.meta.url), { type: 'module' })

/** What the colonies can give against what all animals of the book will eat, one feeder at a time. */
export function Supply({ data }: { data: SupplyView }) {
  const [code, setCode] = useState<string | null>(null)
  const short = useShortWeeks(data)
  // Until somebody chooses, the feeder that is first short is shown.
  const soonest = [...short].filter(([, week]) => week !== null).sort((a, b) => a[1]! - b[1]!)[0]?.[0]
  const prey = data.preys.find((p) => p.code === (code ?? soonest)) ?? data.preys[0]
  const weeks = (week: number) => (week === 0 ? 'this week' : week === 1 ? 'in a week' : `in ${week} weeks`)
  if (!prey) return <p className="empty">No animal here eats feeder insects, and there is no colony yet.</p>
  return (
    <>
      <div className="below-8">
        <Radio.Group
          aria-label="Feeder"
          optionType="button"
          buttonStyle="solid"
          value={prey.code}
          onChange={(e) => setCode(e.target.value as string)}
          options={data.preys.map((p) => {
            const week = short.get(p.code)
            return {
              value: p.code,
              label: typeof week === 'number' ? `${p.species}, short ${weeks(week)}` : p.species,
            }
          })}
        />
        <div className="small quiet">{data.weeks} weeks from today</div>
      </div>
      <Fed key={prey.code} prey={prey} data={data} />
      <details className="small quiet">
        <summary>What is assumed</summary>
        <ul>
          {data.assumes.map((a) => (
            <li key={a}>{a}</li>
          ))}
        </ul>
      </details>
    </>
  )
}

function Fed({ prey, data }: { prey: PreySupply; data: SupplyView }) {
  const asked = useMemo(() => askSupply(prey, data.today, data.weeks), [prey, data.today, data.weeks])
  if (!asked) return <Unraised prey={prey} weeks={data.weeks} />
  if (asked.demand.length === 0)
    return (
      <p className="empty">No animal in the book eats {prey.species}: all of it may grow, or be passed on.</p>
    )
  return <Forecast prey={prey} asked={asked} today={data.today} />
}

/** Somebody eats it, and no colony of it was counted: all of it has to be bought. */
function Unraised({ prey, weeks }: { prey: PreySupply; weeks: number }) {
  const demand = feederDemand(prey.eaters)
  const most = (d: (typeof demand)[number]) => Math.max(...d.weeks.slice(0, weeks).map((w) => w.mean))
  return (
    <div className="card">
      <h3>No colony of {prey.species} is counted here: all of it has to be bought</h3>
      <ul className="lines">
        {demand.map((d) => (
          <li key={d.size} className="between">
            <span>{d.size}</span>
            <span className="small">
              {Math.round(d.weeks[0]!.mean).toLocaleString('en')} a week now, at most{' '}
              {Math.round(most(d)).toLocaleString('en')}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}

function Forecast({ prey, asked, today }: { prey: PreySupply; asked: AskedSupply; today: string }) {
  const figures = useFigures()
  const { progress, result, error, stop } = useLongTask<AskedSupply['question'], SupplyTold>(
    createWorker,
    asked.question,
  )
  const { stages } = asked.question.model
  const nameOf = (s: Take['stage']) => (s === 'adult' ? 'adults' : stages[s]!.name)
  const on = (week: number) => figures.day(addDays(today, week * 7))
  return (
    <>
      {result && (
        <RiverChart
          from={today}
          gives={strandsOf(result.provision, asked.demand, nameOf)}
          demand={asked.demand}
          short={result.short.flatMap(({ want, shortages }) =>
            shortages.map((s) => ({
              ...s,
              says: `${Math.round(s.by).toLocaleString('en')} ${asked.demand[want]!.size} a week short from ${on(s.from)}`,
            })),
          )}
        />
      )}
      <LongProgress name="Weeks are played" done={progress} onStop={stop} />
      {error && <p className="bad">{error}</p>}
      {result?.short.length === 0 && (
        <div className="card">
          <h3 data-testid="supply-says">Enough {prey.species} for everybody in all weeks ahead</h3>
          <p className="small quiet">{sayWorst(result, asked, on)}</p>
        </div>
      )}
      {result?.short.map((short) => (
        <ShortOf key={short.want} {...{ prey, asked, today, short }} />
      ))}
      <Planned prey={prey} />
    </>
  )
}

/** The likeliest of the unlikely shortages, so that nobody is surprised. */
function sayWorst({ provision }: SupplyTold, { demand }: AskedSupply, on: (week: number) => string): string {
  const all = provision.wants.flatMap((weeks, w) =>
    weeks.map((own, week) => ({ w, week, chance: own.chance })),
  )
  const worst = all.reduce((a, b) => (b.chance > a.chance ? b : a), { w: 0, week: 0, chance: 0 })
  return worst.chance < 0.005
    ? 'No played course falls short.'
    : `Likeliest to be short: ${demand[worst.w]!.size} in the week of ${on(worst.week)}, ${Math.round(worst.chance * 100)} %.`
}

function ShortOf({
  prey,
  asked,
  today,
  short,
}: {
  prey: PreySupply
  asked: AskedSupply
  today: string
  short: ShortWant
}) {
  const figures = useFigures()
  const may = useMay()
  const [says, setSays] = useState('')
  const { want, shortages, mends } = short
  const demand = asked.demand[want]!
  const [first] = shortages
  const sizes = demand.size.split(', ')
  const on = (w: number) => figures.day(addDays(today, w * 7))
  const names = { today, prey, sizes }
  const colony = (id: string) => prey.sources.find((s) => s.id === id)?.name ?? 'a colony'
  const week = first!.from
  const plan = async (mend: Mend) =>
    setSays(await sendOrSay(coloniesApi.addFeederPlans, { body: { plans: draftsOf(mend, names) } }))
  return (
    <div className="card now" aria-label={`Shortage of ${demand.size}`} role="region">
      <h3 data-testid="supply-says">
        {week === 0 ? 'This week' : `In ${counted(week, 'week')}`} you will be short of {prey.species},{' '}
        {sizes.join(' or ')}: {Math.round(first!.chance * 100)} % likely
      </h3>
      <p className="small">
        {shortages
          .map(
            (s) =>
              `${on(s.from)}${s.to > s.from ? ` to ${on(s.to + 1)}` : ', that week'}: up to ${Math.round(s.by).toLocaleString('en')} a week short`,
          )
          .join('; ')}
        . They are eaten by{' '}
        {demand.eaters
          .slice(0, 3)
          .map((e) => `${e.name} (${Math.round(e.share * 100)} %)`)
          .join(', ')}
        .{' '}
        {mends.length > 0
          ? 'To mend it, any one of:'
          : 'No single step fixes it. Buy some in and count the colony again.'}
      </p>
      <ul className="lines">
        {mends.map((mend) => (
          <li key={mend.how} className="between">
            <span>
              {draftsOf(mend, names)
                .map((d) => sayPlan(d.what, d.from, d.until, { ...figures, colony }))
                .join('; ')}
              <span className="small quiet">
                {' '}
                — then{' '}
                {mend.chance < 0.005
                  ? 'no played course is short'
                  : `${Math.round(mend.chance * 100)} % in the worst week`}
              </span>
            </span>
            {may.decide && (
              <Button size="small" onClick={() => void plan(mend)}>
                Plan it
              </Button>
            )}
          </li>
        ))}
      </ul>
      {mends.length > 0 && (
        <p className="small quiet">
          Each was played with the same luck; told are those that leave at most{' '}
          {Math.round(BORNE_CHANCE * 100)} %.
        </p>
      )}
      {says && <p className="bad small">{says}</p>}
    </div>
  )
}

/** What is planned for this feeder and not done yet. */
function Planned({ prey }: { prey: PreySupply }) {
  const figures = useFigures()
  const may = useMay()
  const [says, setSays] = useState('')
  const colony = (id: string) => prey.sources.find((s) => s.id === id)?.name ?? 'a colony'
  if (prey.plans.length === 0) return null
  const settle = async (id: string, version: number, settled: 'done' | 'dropped') =>
    setSays(await sendOrSay(coloniesApi.changeFeederPlan, { params: { id }, body: { version, settled } }))
  return (
    <div className="card" role="region" aria-label="Planned">
      <h3>Planned</h3>
      <ul className="lines">
        {prey.plans.map((p) => (
          <li key={p.id} className="between">
            <span>{sayPlan(p.what, p.from, p.until, { ...figures, colony })}</span>
            {may.decide && (
              <span className="row gap-8">
                <Button size="small" onClick={() => void settle(p.id, p.version, 'done')}>
                  Done
                </Button>
                <Button size="small" type="text" onClick={() => void settle(p.id, p.version, 'dropped')}>
                  Drop it
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {says && <p className="bad small">{says}</p>}
    </div>
  )
}
