import type { AnimalRow, LadderAnimal } from '@hatch-book/contract'
import { Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { AnimalName } from '../parts/identity'
import { describeAnimal } from '../parts/identityWords'
import { OverruleForm, OverrulingNote } from '../parts/Overruling'
import { ReasonList, ReasonsSheet } from '../parts/Reasons'
import { Strokes } from '../parts/Strokes'
import { missingInShort } from '../parts/missing'
import { useFigures } from '../shell/figures'
import { useAnimal, useAnimals, useLadder, useLineFilter } from '../shell/queries'
import { useMay } from '../shell/session'
import { ComeBack, EndReservation, ReserveForm, SaleForm } from './SaleForms'
import { useCounter, useHeldFor } from './queries'
import { NotYet } from '../parts/NotYet'

const SOLD_SHOWN = 30

/** Who may leave, who is listed, who has gone; and what is missing for the others. */
export function LeavingPage() {
  const ladderAsked = useLadder()
  const { data: ladder } = ladderAsked
  const animalsAsked = useAnimals()
  const { data: animals } = animalsAsked
  const { fits } = useLineFilter()
  const { decide, seesBuyers } = useMay()
  const [act, setAct] = useState<{ animal: AnimalRow; kind: 'listed' | 'sold' | 'reserved' } | null>(null)
  const [whyId, setWhy] = useState<string | null>(null)
  // For whom one is reserved stands in its line, and makes it two.
  const counter = useCounter()
  if (!ladder || !animals || (seesBuyers && counter.isPending))
    return <NotYet of={[ladderAsked, animalsAsked]} page />
  const young = ladder.steps.flatMap((s) => s.animals).filter((y) => fits(y.animal))
  const listed = young.filter((y) => y.animal.presence === 'listed')
  const may = young.filter((y) => y.animal.presence === 'here' && y.leaving.granted)
  const soon = young
    .filter((y) => y.animal.presence === 'here' && !y.leaving.granted)
    .sort((a, b) => (a.leaving.expected?.from ?? '9').localeCompare(b.leaving.expected?.from ?? '9'))
  const sold = animals.filter((a) => a.presence === 'sold' && fits(a))
  return (
    <section className="page">
      <PageHead title="For sale">
        <span className="small quiet">an animal may leave when all its gates hold</span>
      </PageHead>
      <div className="columns wider-left">
        <div>
          <h2>Listed ({listed.length})</h2>
          <Group
            young={listed}
            empty="No animal is for sale."
            onSell={(animal) => setAct({ animal, kind: 'sold' })}
            onReserve={(animal) => setAct({ animal, kind: 'reserved' })}
            onWhy={setWhy}
          />
          <h2 className="above-24">May leave now ({may.length})</h2>
          <Group
            young={may}
            empty="No young animal has all its gates open."
            onList={(animal) => setAct({ animal, kind: 'listed' })}
            onSell={(animal) => setAct({ animal, kind: 'sold' })}
            onReserve={(animal) => setAct({ animal, kind: 'reserved' })}
            onWhy={setWhy}
          />
          <h2 className="above-24">Sold ({sold.length})</h2>
          <ul className="lines">
            {sold.slice(0, SOLD_SHOWN).map((a) => (
              <li key={a.id} className="between">
                <span>
                  <AnimalName of={a} /> <span className="quiet">{describeAnimal(a)}</span>
                </span>
                <span className="nowrap">
                  {decide && <ComeBack animal={a} />}{' '}
                  {seesBuyers && <Link to={`/leaving/${a.id}/hand-over`}>hand-over sheet</Link>}
                </span>
              </li>
            ))}
          </ul>
          {sold.length > SOLD_SHOWN && (
            <p className="small">
              <Link to="/animals?presence=gone">all that have gone</Link>
            </p>
          )}
        </div>
        <div>
          <h2>Not yet ({soon.length})</h2>
          <ul className="lines">
            {soon.slice(0, 60).map((y) => (
              <StillToCome
                key={y.animal.id}
                young={y}
                onReserve={() => setAct({ animal: y.animal, kind: 'reserved' })}
                onWhy={() => setWhy(y.animal.id)}
              />
            ))}
          </ul>
        </div>
      </div>
      {act?.kind === 'reserved' && <ReserveForm animal={act.animal} onDone={() => setAct(null)} />}
      {act && act.kind !== 'reserved' && (
        <SaleForm
          key={act.animal.id + act.kind}
          animal={act.animal}
          kind={act.kind}
          onDone={() => setAct(null)}
        />
      )}
      <GateSheet id={whyId} onClose={() => setWhy(null)} />
    </section>
  )
}

/** One that is still to come, and may be promised already. */
function StillToCome({
  young: { animal, leaving },
  onReserve,
  onWhy,
}: {
  young: LadderAnimal
  onReserve(): void
  onWhy(): void
}) {
  const figures = useFigures()
  const may = useMay()
  return (
    <li>
      <div className="between">
        <span>
          <AnimalName of={animal} /> <span className="small quiet">{missingInShort(leaving, figures)}</span>
        </span>
        <span className="small nowrap">
          {leaving.expected ? `from ${figures.day(leaving.expected.from)}` : 'no date'}{' '}
          <button
            type="button"
            className="plain"
            aria-label={`why ${animal.tag} may not leave yet`}
            onClick={onWhy}
          >
            why
          </button>{' '}
          {may.decide && <Reservation animal={animal} onReserve={onReserve} />}
        </span>
      </div>
      {animal.reserved && <ReservedFor animal={animal} />}
    </li>
  )
}

function Group({
  young,
  empty,
  onList,
  onSell,
  onReserve,
  onWhy,
}: {
  young: readonly LadderAnimal[]
  empty: string
  onList?(a: AnimalRow): void
  onSell(a: AnimalRow): void
  onReserve(a: AnimalRow): void
  onWhy(id: string): void
}) {
  const figures = useFigures()
  const may = useMay()
  if (young.length === 0) return <p className="quiet">{empty}</p>
  return (
    <ul className="lines">
      {young.map(({ animal, leaving }) => (
        <li key={animal.id} className="between">
          <div>
            <AnimalName of={animal} />{' '}
            <span className="quiet">
              {describeAnimal(animal)}, {figures.grams(animal.grams)}
            </span>{' '}
            <Strokes count={animal.mealsInARow} most={10} />
            <Remarks {...{ animal, leaving }} />
          </div>
          <span className="nowrap">
            <button type="button" className="plain small" onClick={() => onWhy(animal.id)}>
              gates
            </button>{' '}
            {may.decide && (
              <>
                {onList && (
                  <Button size="small" aria-label={`list ${animal.tag}`} onClick={() => onList(animal)}>
                    list
                  </Button>
                )}{' '}
                <Reservation animal={animal} onReserve={() => onReserve(animal)} />{' '}
                <Button
                  size="small"
                  type="primary"
                  aria-label={`sell ${animal.tag}`}
                  onClick={() => onSell(animal)}
                >
                  sell
                </Button>
              </>
            )}
          </span>
        </li>
      ))}
    </ul>
  )
}

function GateSheet({ id, onClose }: { id: string | null; onClose(): void }) {
  const { data } = useAnimal(id ?? undefined)
  const figures = useFigures()
  const may = useMay()
  return (
    <ReasonsSheet
      title={data ? `${data.animal.tag}: may it leave?` : 'Gates'}
      open={id !== null}
      onClose={onClose}
    >
      {data && (
        <>
          <p className="bigger">
            <strong>
              {data.leaving.opens ? 'All gates hold.' : data.leaving.granted ? 'It may leave.' : 'Not yet.'}
            </strong>
            {!data.leaving.granted &&
              data.leaving.expected &&
              ` Earliest ${figures.day(data.leaving.expected.from)}, expected by ${figures.day(data.leaving.expected.to)}.`}
          </p>
          {data.leaving.overruled && <OverrulingNote animalId={data.animal.id} of={data.leaving.overruled} />}
          <ReasonList reasons={data.leaving.evidence} />
          {may.decide && !data.leaving.granted && (
            <OverruleForm animalId={data.animal.id} about="leaving" verdicts={['may leave']} now="" />
          )}
        </>
      )}
    </ReasonsSheet>
  )
}

/** Reserves an animal, or frees it again. */
const Reservation = ({ animal, onReserve }: { animal: AnimalRow; onReserve(): void }) =>
  animal.reserved ? (
    <EndReservation animal={animal} />
  ) : (
    <Button size="small" aria-label={`reserve ${animal.tag}`} onClick={onReserve}>
      reserve
    </Button>
  )

function ReservedFor({ animal }: { animal: AnimalRow }) {
  const heldFor = useHeldFor()
  return <div className="small warm">reserved for {heldFor.get(animal.id) ?? 'somebody'}</div>
}

/** What stands in the way of an animal's leaving, under its line. */
function Remarks({ animal, leaving }: Pick<LadderAnimal, 'animal' | 'leaving'>) {
  const figures = useFigures()
  return (
    <>
      {animal.reserved && <ReservedFor animal={animal} />}
      {animal.defect !== '' && <div className="small bad">{animal.defect}</div>}
      {leaving.overruled && !leaving.opens && (
        <div className="small warm">
          overruled by {leaving.overruled.by}: {leaving.overruled.reason}
        </div>
      )}
      {!leaving.granted && (
        <div className="small bad">may not leave any more: {missingInShort(leaving, figures)}</div>
      )}
    </>
  )
}
