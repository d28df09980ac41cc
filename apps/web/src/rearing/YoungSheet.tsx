import type { LadderAnimal } from '@hatch-book/contract'
import { Drawer } from 'antd'
import { Link } from 'react-router'
import { useAge } from '../parts/AnimalCard'
import { AnimalName } from '../parts/identity'
import { describeAnimal } from '../parts/identityWords'
import { missingInShort, missingInWords } from '../parts/missing'
import { EntryList } from '../parts/Entries'
import { QuickLog } from '../parts/QuickLog'
import { ReasonList } from '../parts/Reasons'
import { sentences } from '../parts/sentence'
import { useFigures } from '../shell/figures'
import { useAnimal } from '../shell/queries'
import { useMay } from '../shell/session'

/** One young animal at its tub: the keys, its gate, the missing evidence, the earliest date. */
export function YoungSheet({
  young,
  id,
  onClose,
}: {
  young: LadderAnimal | null
  id: string | undefined
  onClose(): void
}) {
  const { data } = useAnimal(id)
  const figures = useFigures()
  const ageOf = useAge()
  const may = useMay()
  const animal = young?.animal ?? data?.animal
  return (
    <Drawer
      open={id !== undefined}
      onClose={onClose}
      size={460}
      title={
        animal ? (
          <span>
            <AnimalName of={animal} size={40} />{' '}
            <span className="small quiet">
              {describeAnimal(animal)}, {ageOf(animal)}
              {animal.place && ` · ${animal.place.name}`}
            </span>
          </span>
        ) : (
          'Young'
        )
      }
    >
      {data && animal && (
        <>
          {may.write && <QuickLog key={animal.id} animal={data.animal} methods={data.sexing} />}
          <hr />
          <h3>
            {data.stage.name}
            {data.stage.next && <span className="quiet"> → {data.stage.next}</span>}
          </h3>
          {data.stage.gate.missing.length > 0 ? (
            <p>
              Missing: <strong>{missingInWords(data.stage.gate)}</strong>.{' '}
              {data.stage.gate.expected
                ? `Earliest ${figures.day(data.stage.gate.expected.from)}, expected by ${figures.day(data.stage.gate.expected.to)}.`
                : 'No date can be given for it.'}
            </p>
          ) : (
            <p className="quiet">No gate lies ahead.</p>
          )}
          <ReasonList reasons={data.stage.gate.evidence} />
          <h3 className="above-16">To leave</h3>
          <p>
            {data.leaving.granted ? (
              <>
                {data.leaving.opens ? 'All gates hold.' : 'Cleared to leave by a keeper.'}{' '}
                <Link to="/leaving">Sell it or put it up for sale</Link>
              </>
            ) : (
              <>
                Missing: <strong>{missingInShort(data.leaving, figures)}</strong>.{' '}
                {data.leaving.expected ? `Earliest ${figures.day(data.leaving.expected.from)}.` : ''}
              </>
            )}
          </p>
          <ReasonList reasons={data.leaving.evidence} />
          <p className="small quiet">
            {sentences(data.stage.housing, data.stage.climate, data.stage.feed, data.stage.care)}
          </p>
          <h3 className="above-16">Log</h3>
          <EntryList entries={data.entries} most={12} />
        </>
      )}
    </Drawer>
  )
}
