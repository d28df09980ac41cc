import { leavingApi, newId, type HandOver } from '@hatch-book/contract'
import { calledOf } from '@hatch-book/core'
import { Button } from 'antd'
import { useState } from 'react'
import { Navigate, useNavigate, useParams } from 'react-router'
import { send, useAsk } from '../shell/api'
import { figuresOf, type Figures } from '../shell/figures'
import { useSessionQuery } from '../shell/session'
import { MadeLink } from './LinksPage'
import { MealRows } from './MealRows'
import { HowItIsKept } from './HowItIsKept'
import css from './leaving.module.css'
import { NotYet } from '../parts/NotYet'

/** The sheet that goes home with an animal: its honest record and how it is kept. Prints on one page. */
export function HandOverPage() {
  const { id } = useParams()
  const { data: session } = useSessionQuery()
  const asked = useAsk(leavingApi.handOver, id === undefined ? null : { params: { id } })
  const { data, error } = asked
  const navigate = useNavigate()
  if (session && !session.member) return <Navigate to={`/sign-in?to=/leaving/${id}/hand-over`} replace />
  if (error)
    return (
      <main className="alone">
        <h1>No such animal</h1>
        <p>{error.message}</p>
      </main>
    )
  if (!data || !session?.book) return <NotYet of={asked} page />
  const figures = figuresOf(session.book, session.today)
  return (
    <main className={css.sheet}>
      <div className="no-print row below-16">
        <Button type="primary" onClick={() => window.print()}>
          Print
        </Button>
        <Button onClick={() => void navigate('/leaving')}>Back</Button>
        <BuyersPage animalId={data.animal.id} />
      </div>
      <Head sheet={data} figures={figures} />
      <div className="columns halves">
        <Feeding sheet={data} figures={figures} />
        <Rest sheet={data} figures={figures} />
      </div>
      <HowItIsKept of={data}>
        A sick or injured animal belongs with a vet. Keep this sheet with any papers your authority asks for.
      </HowItIsKept>
    </main>
  )
}

/** Makes the address of this animal's page for its buyer. */
function BuyersPage({ animalId }: { animalId: string }) {
  const [made, setMade] = useState<string | null>(null)
  const [says, setSays] = useState('')
  const make = () =>
    send(leavingApi.addShare, { body: { id: newId(), kind: 'animal', animalId } })
      .then(({ path }) => setMade(location.origin + path))
      .catch((error: Error) => setSays(error.message))
  return made ? (
    <MadeLink address={made} />
  ) : (
    <>
      <Button onClick={() => void make()}>A page for the buyer</Button>
      {says && <span className="bad small">{says}</span>}
    </>
  )
}

function Head({
  sheet: { animal, bookName, latin, sale, dam, sire, clutch },
  figures,
}: {
  sheet: HandOver
  figures: Figures
}) {
  return (
    <header className={css.head}>
      <div className="between">
        <span className={`tag ${css.tag}`}>{calledOf(animal)}</span>
        <span className={css.right}>
          <strong>{bookName}</strong>
          <br />
          {sale ? `handed over ${figures.day(sale.on)} to ${sale.buyer}` : 'record of the animal'}
        </span>
      </div>
      <div>
        {animal.species} (<i>{latin}</i>),{' '}
        {animal.sex === 'unknown'
          ? 'not sexed'
          : `${animal.sex}, ${Math.round(animal.sexCertainty * 100)} % sure`}
        {animal.hatched && `, hatched ${figures.span(animal.hatched)}`}
        {animal.line && `, line ${animal.line}`}
      </div>
      {animal.traits.length > 0 && <div>{animal.traits.join(', ')}</div>}
      <div>
        dam {dam?.tag ?? 'not known'}, sire {sire?.tag ?? 'not known'}
        {clutch && `, clutch ${clutch.name}`}
        {sale && `; price ${sale.price}`}
      </div>
    </header>
  )
}

function Feeding({
  sheet: { meals, mealsTaken, mealsOffered },
  figures,
}: {
  sheet: HandOver
  figures: Figures
}) {
  return (
    <section>
      <h2>
        Meals: {mealsTaken} taken of {mealsOffered} offered; the last {meals.length}
      </h2>
      <MealRows meals={meals} figures={figures} />
    </section>
  )
}

function Rest({
  sheet: { animal, weights, sheds, sexing, problems },
  figures,
}: {
  sheet: HandOver
  figures: Figures
}) {
  return (
    <section>
      <h2>Weights</h2>
      <table className="plain-table small">
        <tbody>
          {weights.slice(-6).map((w, i) => (
            <tr key={i}>
              <td>{figures.day(w.on)}</td>
              <td className="fig">{figures.grams(w.grams)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small above-8">
        {sheds} sheds on record.
        {sexing.map((s) => ` Sexed ${s.sex} on ${figures.day(s.on)} (${s.method}).`)}
      </p>
      {animal.defect !== '' && (
        <p className="small">
          Defect: <strong>{animal.defect}</strong>.
        </p>
      )}
      <h2>Problems</h2>
      {problems.length === 0 ? (
        <p className="small">None on record.</p>
      ) : (
        problems.map((p, i) => (
          <p key={i} className="small">
            {figures.day(p.on)}: {p.problem}
            {p.over ? ', over' : ', open'}
          </p>
        ))
      )}
    </section>
  )
}
