import { weighingApi, type GrowingList } from '@hatch-book/contract'
import { Button, Progress, Segmented } from 'antd'
import { Suspense, lazy, useState } from 'react'
import { Link } from 'react-router'
import { useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useLineFilter } from '../shell/queries'
import { useMay } from '../shell/session'
import { useLongTask } from '../shell/worker'
import { COMPARED_AT, type GrownAnimal, type GrownCollection, type GrownGroup } from './growthOfAll'
import { NotYet } from '../parts/NotYet'

const LineCurves = lazy(() => import('./LineCurves'))
const MOST_ROWS = 200
const startWorker = () => new Worker(new URL('./growth.worker.ts', import.meta.url), { type: 'module' })

/** How the collection grows: each animal on its own curve, lines and seasons against one another. */
export function GrowthPage() {
  const asked = useAsk(weighingApi.growth, {}, { staleTime: 60_000 })
  const { data } = asked
  const { progress, result, error, stop } = useLongTask<GrowingList, GrownCollection>(
    startWorker,
    data ?? null,
  )
  const { fits, line } = useLineFilter()
  const may = useMay()
  const [chosen, setChosen] = useState<string | null>(null)
  if (!data) return <NotYet of={asked} page />
  const species = [...new Set(data.animals.map((a) => a.species))].sort()
  const shownSpecies = species.find((s) => s === chosen) ?? species[0]
  const of = (a: { species: string; line: string }) =>
    a.species === shownSpecies && (line === null || fits(a))
  return (
    <section className="page">
      <div className="head">
        <h1>Growth{line && <span className="quiet"> of {line}</span>}</h1>
        <div className="side">
          {species.length > 1 && (
            <Segmented aria-label="Species" options={species} value={shownSpecies!} onChange={setChosen} />
          )}
          {may.write && <Link to="/growth/measure">Measure animals</Link>}
        </div>
      </div>
      {progress !== null && (
        <div className="row gap-16 upto-520" role="status">
          <span className="nowrap">Fitting {data.animals.length} animals</span>
          <Progress
            percent={Math.round(progress * 100)}
            size="small"
            aria-label="share of the animals that is fitted"
          />
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        </div>
      )}
      {error && <p className="note">The curves could not be fitted: {error}</p>}
      {progress === null && !result && !error && data.animals.length > 0 && (
        <p className="note">Stopped before it was done. Come back to this view to start again.</p>
      )}
      {data.animals.length === 0 && (
        <p className="empty">
          Nothing to fit yet: an animal needs a hatch date, an estimate will do, and a{' '}
          <Link to="/weigh-in">weight</Link>.
        </p>
      )}
      {result && shownSpecies && (
        <div className="columns wider-left">
          <div>
            <div className="card">
              <h2>Lines and sexes</h2>
              <Suspense fallback={<div className="high-260" />}>
                <LineCurves
                  curves={result.curves.filter((c) => of(c) && c.animals > 0 && c.sex !== 'unknown')}
                />
              </Suspense>
            </div>
            <Compared title="Lines compared" groups={result.lines.filter(of)} />
            <Compared title="Seasons compared" groups={result.seasons.filter(of)} withSeason />
          </div>
          <div>
            <Coming animals={result.animals.filter(of)} />
            <OffPace animals={result.animals.filter(of)} />
            <Apart animals={result.animals.filter(of)} />
            <SetAside animals={result.animals.filter(of)} />
          </div>
        </div>
      )}
    </section>
  )
}

function Compared({
  title,
  groups,
  withSeason = false,
}: {
  title: string
  groups: readonly GrownGroup[]
  withSeason?: boolean
}) {
  const figures = useFigures()
  const shown = groups
    .filter((g) => g.at.some(Boolean))
    .sort((a, b) => `${a.line}${a.sex}${a.season}`.localeCompare(`${b.line}${b.sex}${b.season}`))
  if (shown.length === 0) return null
  return (
    <section className="above-16">
      <h2>{title}: middle weight, and where nine in ten lie</h2>
      <table className="plain-table small two-lines">
        <thead>
          <tr>
            <th>line, sex</th>
            {withSeason && <th>hatched</th>}
            {COMPARED_AT.map((age) => (
              <th key={age} className="right">
                {figures.days(age)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((g) => (
            <tr key={`${g.line} ${g.sex} ${g.season}`}>
              <td>
                {g.line}, {g.sex === 'unknown' ? 'not sexed' : g.sex}
              </td>
              {withSeason && (
                <td className="fig" data-head="hatched">
                  {g.season}
                </td>
              )}
              {g.at.map((w, i) => (
                <td key={i} className="right" data-head={figures.days(COMPARED_AT[i]!)}>
                  {w ? (
                    <>
                      <span className="fig">{figures.grams(w.middle)}</span>{' '}
                      <span className="quiet nowrap">
                        {w.animals > 1 ? `${figures.grams(w.least)}–${figures.grams(w.most)}, ` : ''}n{' '}
                        {w.animals}
                      </span>
                    </>
                  ) : (
                    <span className="quiet">–</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

const Tag = ({ animal }: { animal: GrownAnimal }) => (
  <Link className="tag" to={`/animals/${animal.id}`}>
    {animal.tag}
  </Link>
)

/** Who reaches the weight of a breeder when. */
function Coming({ animals }: { animals: readonly GrownAnimal[] }) {
  const figures = useFigures()
  const sorted = animals
    .filter((a) => a.light)
    .sort((a, b) => (a.reaches?.likely ?? '9').localeCompare(b.reaches?.likely ?? '9'))
  const held = animals.filter((a) => a.wantedGrams !== null).length
  return (
    <section>
      <h2>On the way to breeding weight</h2>
      {sorted.length === 0 && (
        <p className="quiet">
          {held === 0
            ? 'None of them has a breeding weight to reach.'
            : held === 1
              ? 'The one with a breeding weight to reach has reached it.'
              : `All ${held} with a breeding weight to reach have reached it.`}
        </p>
      )}
      <ul className="lines">
        {sorted.slice(0, MOST_ROWS).map((a) => (
          <li key={a.id} className="between">
            <span>
              <Tag animal={a} />{' '}
              <span className="small quiet">
                {figures.grams(a.grams)} of {figures.grams(a.wantedGrams)}
              </span>
            </span>
            <span className="small">
              {a.reaches
                ? `${figures.day(a.reaches.likely)} (${figures.day(a.reaches.from)} to ${a.reaches.to ? figures.day(a.reaches.to) : 'open'})`
                : 'not reached on its own curve'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

const FEWEST_MATES = 4

/** Who stands out among clutch mates, or in the line where there are none. */
/** Who outgrows the protocol, or lags behind it. */
function OffPace({ animals }: { animals: readonly GrownAnimal[] }) {
  const figures = useFigures()
  const off = animals.flatMap((a) => (a.pace ? [{ a, ...a.pace }] : [])).sort((x, y) => y.times - x.times)
  if (off.length === 0) return null
  return (
    <section className="above-16">
      <h2>Growing too fast or too slowly</h2>
      <ul className="lines">
        {off.slice(0, MOST_ROWS).map(({ a, is, expectedGrams }) => (
          <li key={a.id} className="between">
            <Tag animal={a} />
            <span className="small">
              <span className={is === 'too fast' ? 'warm' : 'bad'}>{is}</span>: {figures.grams(a.grams)},
              about {figures.grams(Math.round(expectedGrams))} expected
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Apart({ animals }: { animals: readonly GrownAnimal[] }) {
  const known = animals.filter((a) => a.percentile !== null && a.among >= FEWEST_MATES)
  const apart = known
    .filter((a) => a.percentile! <= 10 || a.percentile! >= 90)
    .sort((a, b) => a.percentile! - b.percentile!)
  return (
    <section className="above-16">
      <h2>Stand out among their mates</h2>
      {apart.length === 0 && (
        <p className="quiet">None of {known.length} that have clutch mates to compare with.</p>
      )}
      <ul className="lines">
        {apart.slice(0, MOST_ROWS).map((a) => (
          <li key={a.id} className="between">
            <Tag animal={a} />
            <span className="small">
              {a.percentile! <= 10 ? (
                <span className="bad">
                  lighter than {Math.round(100 - a.percentile!)} % of {a.among}
                </span>
              ) : (
                <span className="good">
                  heavier than {Math.round(a.percentile!)} % of {a.among}
                </span>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Weighings that no curve would keep: slips of the pen, or worth a look. */
function SetAside({ animals }: { animals: readonly GrownAnimal[] }) {
  const figures = useFigures()
  const rows = animals
    .flatMap((a) => a.outliers.map((o) => ({ a, ...o })))
    .sort((x, y) => y.on.localeCompare(x.on))
  return (
    <section className="above-16">
      <h2>Weighings off the curve</h2>
      {rows.length === 0 && (
        <p className="quiet">
          None among the {animals.length} animals with a growth curve. Animals without one are not checked.
        </p>
      )}
      <ul className="lines">
        {rows.slice(0, MOST_ROWS).map(({ a, on, grams, off }) => (
          <li key={`${a.id} ${on}`} className="between">
            <span>
              <Tag animal={a} /> <span className="small quiet">{figures.day(on)}</span>
            </span>
            <span className="small fig">
              {figures.grams(grams)}, {off > 0 ? '+' : '−'}
              {Math.abs(off * 100).toFixed(0)} %
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
