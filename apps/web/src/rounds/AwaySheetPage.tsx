import { animalsApi, addressOf } from '@hatch-book/contract'
import { stepsOf, toBring, type Step, type WorkItem, counted } from '@hatch-book/core'
import { Button } from 'antd'
import { Link } from 'react-router'
import { describeAnimal } from '../parts/identityWords'
import { useFigures } from '../shell/figures'
import { useAnimals, useCohorts, useColonies, usePlacePhotos, useProtocols } from '../shell/queries'
import { useSession } from '../shell/session'
import { useAbsence, useAway, type Away } from './away'
import css from './away.module.css'
import { NotYet } from '../parts/NotYet'

/** What a visitor does, in words that need no training. */
const PLAINLY: Readonly<Record<string, string>> = {
  weigh: 'Put it on the scale in its small tub and write the weight down.',
  nest: 'Look into the nest without digging. If there are eggs, leave them as they lie, do not turn them, and ring us.',
  hatch:
    'Look through the lid. If a shell is slit, leave it shut: it takes a day or two. If one is out, ring us.',
  check: 'Look, do not touch: breathing, eyes, nose, bedding. Shut the lid quietly.',
  inspect:
    'Look at its eyes, nose, mouth and skin without touching it. If anything looks different, call us.',
  'batch check': 'Look, do not touch: is anything mouldy or wet?',
  mist: 'Spray the walls, not the animal, until drops hang.',

  clean: 'Wipe it out, fresh paper, the same hide back in its place.',
  part: 'Take the male out and put him back into his own tub. Ring us if one of them bites.',
}
const WHEN = { morning: ' (in the morning)', evening: ' (in the evening)', night: ' (at night)' }
const plainly = (item: WorkItem) => {
  const said = PLAINLY[item.kind]
  if (said !== undefined) return item.at ? said.replace(/\.$/, `${WHEN[item.at]}.`) : said
  const sentence = `${item.says[0]!.toUpperCase()}${item.says.slice(1)}.`
  return item.kind === 'meal' ? `${sentence} Take out what is left after a night.` : sentence
}

/** The sitter's sheet: one list a visit, in walking order, to be printed and ticked. */
export function AwaySheetPage() {
  const { from, to, query } = useAbsence()
  const { away, error } = useAway()
  const { book, member } = useSession()
  const figures = useFigures()
  // A sheet is whole or not there: nobody prints one without what is to be minded.
  const rest = [useAnimals(), useProtocols(), useCohorts(), useColonies(), usePlacePhotos()]
  if (error && !away) return <p className="note bad">{error.message}</p>
  if (!away || rest.some(({ data }) => data === undefined)) return <NotYet of={rest} page />
  const { impossible } = away.plan
  return (
    <section className={`page ${css.sitter}`}>
      <div className="no-print row below-16">
        <Button type="primary" onClick={() => window.print()}>
          Print
        </Button>
        <Link to={`/round/away?${query}`}>back to the plan</Link>
      </div>
      <header>
        <h1>While we are away, {figures.span({ from, to })}</h1>
        <p>
          {[
            `${book.name}.`,
            visitsInWords(away.plan.visits.map((v) => figures.day(v.day))),
            'Thank you.',
          ].join(' ')}
        </p>
      </header>
      <Trouble keeper={member.name} />
      <Mind items={away.plan.visits.flatMap((v) => v.items)} />
      <WhereTo items={away.plan.visits.flatMap((v) => v.items)} stations={away.stations} />
      {away.plan.visits.map((v) => (
        <Visit key={v.day} day={v.day} items={v.items} away={away} />
      ))}
      {impossible.length > 0 && (
        <p className="bad">
          <strong>No visit covers this:</strong>{' '}
          {impossible.map((i) => `${i.subject.name}, ${i.says}, due ${figures.day(i.due)}`).join('; ')}. Ask{' '}
          {member.name} what to do about it.
        </p>
      )}
      {away.plan.visits.length === 0 && impossible.length === 0 && (
        <p>No visits are needed. Please still look in once a week.</p>
      )}
    </section>
  )
}

const visitsInWords = (days: readonly string[]) =>
  days.length === 0 ? 'No visit.' : `${counted(days.length, 'visit')}: ${days.join(', ')}.`

function Trouble({ keeper }: { keeper: string }) {
  return (
    <section className={css.troubleBox}>
      <h2>What to do if</h2>
      <ul>
        <li>
          <strong>One is out of its tub, hurt, limp or gasping:</strong> ring {keeper} __________________,
          then the vet __________________. Do not warm, wash or feed it.
        </li>
        <li>
          <strong>One does not eat:</strong> take the food out again and write it down. Nothing is ever
          forced.
        </li>
        <li>
          <strong>A box or a room feels too warm or too cold, or something beeps:</strong> ring at once. Do
          not turn a dial.
        </li>
        <li>
          <strong>Eggs or young where none were:</strong> leave them as they lie and ring.
        </li>
        <li>
          <strong>You are bitten or stung:</strong> wash it, and see a doctor if it swells. Tubs with a red
          label stay shut: nobody opens them alone.
        </li>
        <li>
          Wash your hands before the first tub, between rooms, and at the end. Those in quarantine come last.
        </li>
      </ul>
    </section>
  )
}

/** What is to be minded of the species that are visited. */
function Mind({ items }: { items: readonly WorkItem[] }) {
  const { data: animals } = useAnimals()
  const { data: protocols } = useProtocols()
  const { data: groups } = useCohorts()
  const { data: feeders } = useColonies()
  const ids = new Set(items.map((i) => i.subject.id))
  const species = new Set([
    ...(animals ?? []).filter((a) => ids.has(a.id)).map((a) => a.species),
    ...(groups?.cohorts ?? []).filter((c) => ids.has(c.id)).map((c) => c.species),
    ...(feeders?.colonies ?? []).filter((c) => ids.has(c.id)).map((c) => c.species),
  ])
  const minded = (protocols ?? []).filter((p) => species.has(p.species) && p.cautions)
  if (minded.length === 0) return null
  return (
    <section aria-label="What to mind">
      <h2>What to mind</h2>
      <ul>
        {minded.map((p) => (
          <li key={p.id}>
            <strong>{p.species}:</strong> {p.cautions}
          </li>
        ))}
      </ul>
    </section>
  )
}

const MOST_PHOTOS = 12
const byName = new Intl.Collator('en', { numeric: true }).compare

/** The newest photo of each place that is visited, or of what it stands in. */
function WhereTo({ items, stations }: { items: readonly WorkItem[]; stations: Away['stations'] }) {
  const { data: photos } = usePlacePhotos()
  const byId = new Map(stations.map((s) => [s.id, s]))
  const visited = new Set<string>()
  for (const { placeId } of items)
    for (let at = placeId ? byId.get(placeId) : undefined; at && !visited.has(at.id);) {
      visited.add(at.id)
      at = at.parentId ? byId.get(at.parentId) : undefined
    }
  const newest = new Map((photos ?? []).toReversed().map((p) => [p.placeId, p]))
  const shown = [...visited]
    .flatMap((id) => newest.get(id) ?? [])
    .sort((a, b) => byName(byId.get(a.placeId)!.name, byId.get(b.placeId)!.name))
    .slice(0, MOST_PHOTOS)
  if (shown.length === 0) return null
  return (
    <section aria-label="Where to find them">
      <h2>Where to find them</h2>
      <div className="photos">
        {shown.map((p) => (
          <figure key={p.id}>
            <img
              src={addressOf(animalsApi.smallPhoto, { params: { id: p.id } })}
              alt={byId.get(p.placeId)!.name}
            />
            <figcaption>{byId.get(p.placeId)!.name}</figcaption>
          </figure>
        ))}
      </div>
    </section>
  )
}

function Visit({ day, items, away }: { day: string; items: readonly WorkItem[]; away: Away }) {
  const figures = useFigures()
  const steps = stepsOf(items, away.stations)
  // Who hatches is left to us.
  const things = toBring(items.filter((i) => i.kind !== 'hatch'))
  return (
    <section className={css.visit} aria-label={`Visit on ${figures.day(day)}`}>
      <h2>
        {weekday(day)} {figures.day(day)} <span className="small quiet">or as near to it as you can</span>
      </h2>
      {things.length > 0 && (
        <p>
          <strong>Take with you:</strong> {things.map((t) => `${t.count} × ${t.what}`).join(', ')}.
        </p>
      )}
      <ol>
        {steps.map((step) => (
          <StepLine key={step.id} step={step} />
        ))}
      </ol>
      <p className="small">Came at ________ Left at ________ Signed __________________</p>
    </section>
  )
}

const weekday = (day: string) =>
  new Intl.DateTimeFormat('en-GB', { weekday: 'long', timeZone: 'UTC' }).format(new Date(`${day}T12:00:00Z`))

function StepLine({ step }: { step: Step }) {
  const { data: animals } = useAnimals()
  const animal = animals?.find((a) => a.id === step.subject.id)
  const meal = step.items.some((i) => i.kind === 'meal')
  const weigh = step.items.some((i) => i.kind === 'weigh')
  return (
    <li>
      <span className={css.box} aria-hidden>
        ☐
      </span>
      <span>
        <strong>{step.path || 'no fixed place'}</strong>:{' '}
        {step.subject.type !== 'place' && (
          <>
            <span className="tag">{step.subject.name}</span>
            {animal && `${animal.name && ` ${animal.name}`}, ${describeAnimal(animal)}`}.{' '}
          </>
        )}
        {step.items.map(plainly).join(' ')}
        {meal && <span className="nowrap"> ☐ ate ☐ did not</span>}
        {weigh && <span className="nowrap"> Weight ________</span>}
      </span>
    </li>
  )
}
