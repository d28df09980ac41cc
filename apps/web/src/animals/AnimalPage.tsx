import { NotYet } from '../parts/NotYet'
import { NotInBook } from '../parts/NotInBook'
import { calledOf, counted, times, livesHere } from '@hatch-book/core'
import { animalsApi, type AnimalPage as Page } from '@hatch-book/contract'
import { Button } from 'antd'
import { lazy, Suspense, useState } from 'react'
import { Link, useParams } from 'react-router'
import { useAge, whereabouts } from '../parts/AnimalCard'
import { Portrait, SexSign } from '../parts/identity'
import { describeAnimal } from '../parts/identityWords'
import { EntryList } from '../parts/Entries'
import { missingInWords } from '../parts/missing'
import { QuickLog } from '../parts/QuickLog'
import { AnimalActs } from './AnimalActs'
import { Checks } from './Checks'
import { Inspection } from './Inspection'
import { OffFood } from './OffFood'
import { Papers } from './Papers'
import { PastVerdicts } from './PastVerdicts'
import { Permits } from './Permits'
import { History } from '../parts/History'
import { Photos } from '../parts/Photos'
import { Sizes } from './Sizes'
import { StageAsked } from './StageAsked'
import { Traits } from './Traits'
import { ReadinessSheet } from '../parts/ReadinessSheet'
import { ReasonList, ReasonsSheet } from '../parts/Reasons'
import { Strokes } from '../parts/Strokes'
import { Verdict } from '../parts/Verdict'
import { sentences } from '../parts/sentence'
import { useTitle } from '../shell/frame/useTitle'
import { useFigures } from '../shell/figures'
import { useKeys } from '../shell/keys'
import { useAnimal } from '../shell/queries'
import { useMay, useSession } from '../shell/session'

const GrowthChart = lazy(() => import('../parts/GrowthChart'))

/** One animal: its card, its curve, its log. */
export function AnimalPage() {
  const { id } = useParams()
  const asked = useAnimal(id)
  const { data, error } = asked
  useTitle(data && calledOf(data.animal))
  if (error)
    return (
      <NotInBook
        title="This animal cannot be shown"
        says={error.message}
        to="/animals"
        others="All animals"
      />
    )
  return data ? <AnimalView page={data} /> : <NotYet of={asked} page />
}

function AnimalView({ page }: { page: Page }) {
  const { animal } = page
  const may = useMay()
  const [open, setOpen] = useState<'readiness' | 'gate' | null>(null)
  useKeys({ e: () => setOpen('readiness'), g: () => setOpen('gate') }, open === null)
  return (
    <section className="page">
      <div className="columns wider-left">
        <div>
          <Card page={page} onReadiness={() => setOpen('readiness')} onGate={() => setOpen('gate')} />
          {page.weights.length > 0 && (
            <div className="card above-16">
              <h2>Weight</h2>
              {page.pace && <Pace pace={page.pace} />}
              <Suspense fallback={<div className="high-260" />}>
                <GrowthChart page={page} />
              </Suspense>
            </div>
          )}
          <Sizes sizes={page.sizes} />
          <Checks page={page} />
          <Inspection page={page} />
          <Traits page={page} />
          <Photos
            name={page.animal.tag}
            of={{ id: page.animal.id, route: animalsApi.addPhoto }}
            photos={page.photos}
            empty="None yet. From above and from the side tells most."
            views={['above', 'side', 'other']}
          />
          <Permits page={page} />
          <Papers page={page} />
          {animal.purpose === 'breeder' && <PastVerdicts animalId={animal.id} />}
          <History subjectId={animal.id} />
          <p className="small quiet above-16">{page.cautions}</p>
        </div>
        <div>
          {may.write && livesHere(animal.presence) && (
            <div className="card now below-16">
              <QuickLog animal={animal} methods={page.sexing} checks={page.checks} active={open === null} />
            </div>
          )}
          {page.offFood && <OffFood animalId={animal.id} tag={animal.tag} advice={page.offFood} />}
          <h2 className={page.offFood ? 'above-16' : ''}>Log</h2>
          <EntryList entries={page.entries} most={40} />
        </div>
      </div>
      <ReadinessSheet animalId={open === 'readiness' ? animal.id : null} onClose={() => setOpen(null)} />
      <ReasonsSheet
        title={`${animal.tag}: gate of ${page.stage.name}`}
        open={open === 'gate'}
        onClose={() => setOpen(null)}
      >
        {page.stage.gate.evidence.length > 0 ? (
          <ReasonList reasons={page.stage.gate.evidence} />
        ) : (
          <p>No gate lies ahead: this is the last stage.</p>
        )}
      </ReasonsSheet>
    </section>
  )
}

const IN_WORDS = { 'too fast': 'too fast', 'too slow': 'too slowly' }

/** Too fast, or too slow, and against what. */
function Pace({ pace: { is, expectedGrams } }: { pace: NonNullable<Page['pace']> }) {
  const figures = useFigures()
  return (
    <p className="warm" role="status">
      Growing {IN_WORDS[is]}: its protocol expects about {figures.grams(Math.round(expectedGrams))} at this
      age.{' '}
      {is === 'too fast'
        ? 'Check how much and how often it is fed.'
        : 'Check its meals, its temperature and its droppings.'}
    </p>
  )
}

function Card({ page, onReadiness, onGate }: { page: Page; onReadiness(): void; onGate(): void }) {
  const { animal, stage, readiness, young } = page
  const figures = useFigures()
  const ageOf = useAge()
  const may = useMay()
  const { today } = useSession()
  return (
    <article className={`card ${animal.openProblems.length > 0 ? 'trouble' : ''}`}>
      <div className="top">
        <Portrait of={animal} size={56} />
        <span className="tag">{animal.tag}</span>
        <span>
          {animal.name !== '' && <strong>{animal.name} </strong>}
          <SexSign sex={animal.sex} /> {describeAnimal(animal)},{' '}
          {animal.hatched
            ? `hatched ${animal.hatchFact?.precision === 'about' ? 'about ' : ''}${figures.span(animal.hatched)}`
            : 'hatch date not known'}
        </span>
        <span className="place">{whereabouts(animal)}</span>
      </div>
      <p>
        <strong>{stage.name}</strong>, {ageOf(animal)}.{' '}
        {animal.grams !== null && (
          <>
            Weighed <span className="fig">{figures.grams(animal.grams)}</span> on{' '}
            {figures.day(animal.weighedOn!)}.{' '}
          </>
        )}
        {animal.mealsInARow > 0 && (
          <>
            <Strokes count={animal.mealsInARow} /> {counted(animal.mealsInARow, 'meal')} in a row.
          </>
        )}
        {animal.refusalsInARow > 0 && <span className="bad">Refused {animal.refusalsInARow} in a row. </span>}
      </p>
      {animal.quarantineUntil && animal.quarantineUntil > today && (
        <p className="warm">In quarantine until {figures.day(animal.quarantineUntil)}</p>
      )}
      {page.merged.length > 0 && (
        <p className="small quiet">Also written down as {page.merged.map((m) => m.tag).join(', ')}</p>
      )}
      {animal.defect !== '' && <p className="bad">{animal.defect}</p>}
      {animal.reserved && <p className="warm">Reserved for {page.reservation?.name ?? 'somebody'}</p>}
      {animal.readings > 0 && animal.sex === 'unknown' && (
        <p className="small quiet">
          Its sex was read {times(animal.readings)} and is not sure yet.{' '}
          <Link to="/rearing/sexing">Read it blind</Link>
        </p>
      )}
      {animal.openProblems.length > 0 && (
        <p className="bad">Open problem: {animal.openProblems.join(', ')}</p>
      )}
      <div className="between">
        <span>
          {animal.verdict ? (
            <Verdict verdict={animal.verdict} />
          ) : (
            <span className="quiet">{animal.purpose}</span>
          )}
          {readiness.overruled && <span className="small quiet"> overruled</span>}
          {animal.verdict && animal.verdict !== 'ready' && !readiness.overruled && (
            <span className="small quiet">
              {' '}
              {readiness.reasons[0]!.says}
              {readiness.expected && `, expected ${figures.span(readiness.expected)}`}
            </span>
          )}
        </span>
        <Button size="small" onClick={onReadiness}>
          <kbd>E</kbd> reasons
        </Button>
      </div>
      <hr />
      <div className="between">
        <span>
          {stage.next && !stage.gate.opens ? (
            <>
              To <strong>{stage.next}</strong>: {missingInWords(stage.gate)}
              {stage.gate.expected && <span className="quiet">, {figures.span(stage.gate.expected)}</span>}
            </>
          ) : (
            <span className="quiet">No gate ahead.</span>
          )}
        </span>
        {stage.next && (
          <Button size="small" onClick={onGate}>
            <kbd>G</kbd> gate
          </Button>
        )}
      </div>
      <StageAsked page={page} />
      <hr />
      <div className="small">
        {sentences(stage.housing, stage.climate, stage.light, stage.feed, stage.care)}
      </div>
      <div className="row small above-8 gap-16">
        <span>
          dam{' '}
          {animal.dam ? (
            <Link className="tag" to={`/animals/${animal.dam.id}`}>
              {animal.dam.tag}
            </Link>
          ) : (
            <span className="quiet">not known</span>
          )}
        </span>
        <span>
          sire{' '}
          {animal.sire ? (
            <Link className="tag" to={`/animals/${animal.sire.id}`}>
              {animal.sire.tag}
            </Link>
          ) : (
            <span className="quiet">not known</span>
          )}
        </span>
        {animal.line && <span>line {animal.line}</span>}
        {page.origin && <span className="quiet">{page.origin}</span>}
      </div>
      {young.length > 0 && (
        <div className="small above-8">
          {young.length} young:{' '}
          {young.slice(0, 14).map((y) => (
            <Link key={y.id} className="tag after-8" to={`/animals/${y.id}`}>
              {y.tag}
            </Link>
          ))}
          {young.length > 14 && '…'}
        </div>
      )}
      {page.note && <p className="above-8">{page.note}</p>}
      <div className="row no-print above-12">
        {may.decide && <Link to={`/animals/${animal.id}/edit`}>change what is known</Link>}
        {may.seesBuyers && <Link to={`/leaving/${animal.id}/hand-over`}>hand-over sheet</Link>}
        <Link to={`/animals/cards?ids=${animal.id}`}>card</Link>
        {may.decide && <AnimalActs page={page} />}
      </div>
    </article>
  )
}
