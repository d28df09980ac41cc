import { PageHead } from '../parts/PageHead'
import { NoSpecies } from '../parts/NoSpecies'
import { MassInput } from '../parts/MassInput'
import { waterInWords } from './waterInWords'
import type { MethodView } from '@hatch-book/contract'
import { mediumMix } from '@hatch-book/core'
import { InputNumber, Segmented, Select } from 'antd'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { useFigures } from '../shell/figures'
import { useMethods } from './queries'
import { percent } from './words'
import { NotYet } from '../parts/NotYet'

/** Ways of incubating as schools, with their results in this book, and the mix of medium and water. */
export function MethodsPage() {
  const asked = useMethods()
  const { data } = asked
  const [params, setParams] = useSearchParams()
  if (!data) return <NotYet of={asked} page />
  if (data.length === 0)
    return (
      <section className="page">
        <PageHead title="Methods" />
        <div className="empty">
          <p>No species in this book has eggs to incubate.</p>
          <NoSpecies />
        </div>
      </section>
    )
  const species = [...new Map(data.map((m) => [m.code, m.species]))]
  const used = (code: string) => data.filter((m) => m.code === code).reduce((sum, m) => sum + m.clutches, 0)
  const code = params.get('species') ?? [...species].sort((a, b) => used(b[0]) - used(a[0]))[0]?.[0] ?? ''
  const methods = data.filter((m) => m.code === code)
  return (
    <section className="page">
      <PageHead title="Methods">
        <Select
          aria-label="Species"
          value={code}
          className="min-220"
          onChange={(c: string) => setParams({ species: c }, { replace: true })}
          options={species.map(([value, label]) => ({ value, label }))}
        />
      </PageHead>
      <div className="columns with-side">
        <div>
          <div className="finding">
            {methods.map((m) => (
              <MethodCard key={`${m.code} ${m.name}`} method={m} />
            ))}
          </div>
          <p className="small quiet above-12">
            None of them is marked as best: keepers differ, and few clutches tell little. ‘Next clutch’ is
            what was counted; while there are few eggs, it is pulled towards the other pairs of the species.
          </p>
        </div>
        <Mix key={code} methods={methods} />
      </div>
    </section>
  )
}

function MethodCard({ method: m }: { method: MethodView }) {
  const figures = useFigures()
  return (
    <article className="card small-card">
      <h3>{m.name}</h3>
      <p className="small">{m.argument}</p>
      {m.waterPerMedium !== null && <p className="small quiet">{waterInWords(m.waterPerMedium)}</p>}
      <hr />
      {m.clutches === 0 ? (
        <p className="quiet">Not used here yet, or nothing of it has ended.</p>
      ) : (
        <table className="plain-table small">
          <tbody>
            <tr>
              <td>clutches, eggs</td>
              <td className="fig">
                {m.clutches}, {m.eggs}
              </td>
            </tr>
            {m.fertility && <Share says="fertile" share={m.fertility} />}
            {m.hatch && <Share says="of the fertile hatched" share={m.hatch} />}
            <tr>
              <td>next clutch</td>
              <td className="fig">
                {percent(m.expected.share)}{' '}
                <span className="quiet">
                  ({percent(m.expected.low)} to {percent(m.expected.high)})
                </span>
              </td>
            </tr>
            {m.meanDays !== null && (
              <tr>
                <td>days, at a mean of</td>
                <td className="fig">
                  {m.meanDays.toFixed(1)}, {figures.celsius(m.meanC)}
                </td>
              </tr>
            )}
          </tbody>
        </table>
      )}
    </article>
  )
}

function Share({ says, share }: { says: string; share: NonNullable<MethodView['hatch']> }) {
  return (
    <tr>
      <td>{says}</td>
      <td className="fig">
        {share.successes}/{share.trials}, {percent(share.share)}{' '}
        <span className="quiet">
          ({percent(share.low)} to {percent(share.high)})
        </span>
      </td>
    </tr>
  )
}

/** Medium and water by weight, from what there is or from what is wanted. */
function Mix({ methods }: { methods: readonly MethodView[] }) {
  const moist = methods.find((m) => m.waterPerMedium !== null)
  const [by, setBy] = useState<'dry' | 'total'>('dry')
  const figures = useFigures()
  const [typed, setTyped] = useState(figures.typed.mass.write(250))
  const grams = figures.readGrams(typed)
  const [ratio, setRatio] = useState(moist?.waterPerMedium ?? 0.8)
  const mix = grams ? mediumMix(by === 'dry' ? { dryGrams: grams } : { totalGrams: grams }, ratio) : null
  return (
    <article className="card small-card" aria-label="Medium and water">
      <h2>Medium and water, by weight</h2>
      <Segmented
        aria-label="From"
        size="small"
        value={by}
        onChange={setBy}
        options={[
          { value: 'dry', label: 'from dry medium' },
          { value: 'total', label: 'for so much mix' },
        ]}
      />
      <div className="row above-12 below-12 at-middle no-wrap">
        <MassInput
          aria-label={by === 'dry' ? 'Dry medium' : 'Mix wanted'}
          value={typed}
          onChange={setTyped}
          suffix={figures.weightUnit}
          className="w-110"
        />
        <span>water to medium</span>
        <InputNumber
          aria-label="Water to medium"
          min={0}
          max={5}
          step={0.05}
          value={ratio}
          onChange={(n) => setRatio(n ?? 0)}
          className="w-76"
        />
      </div>
      {mix && (
        <p className="figure-line flush">
          <span>
            dry <b className="fig">{figures.grams(mix.dryGrams)}</b>
          </span>{' '}
          <span>
            water <b className="fig">{figures.grams(mix.waterGrams)}</b>
          </span>{' '}
          <span>
            in all <b className="fig">{figures.grams(mix.totalGrams)}</b>
          </span>
        </p>
      )}
      <p className="small quiet">
        Weigh the finished box. What it loses on the way is water; its card says how much to give back.
      </p>
    </article>
  )
}
