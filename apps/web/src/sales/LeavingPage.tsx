import type { AnimalRow, LadderAnimal } from '@hatch-book/contract'
import { Button, Input, InputNumber, Modal } from 'antd'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { describeAnimal } from '../parts/AnimalCard'
import { OverruleForm } from '../parts/ReadinessSheet'
import { ReasonList, ReasonsSheet } from '../parts/Reasons'
import { Strokes } from '../parts/Strokes'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useAnimal, useAnimals, useLadder, useLineFilter } from '../shell/queries'
import { useMay } from '../shell/session'

const SOLD_SHOWN = 30

/** Who may leave, who is listed, who has gone; and what is missing for the others. */
export function LeavingPage() {
  const { data: ladder } = useLadder()
  const { data: animals } = useAnimals()
  const { fits } = useLineFilter()
  const [act, setAct] = useState<{ animal: AnimalRow; kind: 'listed' | 'sold' } | null>(null)
  const [whyId, setWhy] = useState<string | null>(null)
  if (!ladder || !animals) return null
  const young = ladder.steps.flatMap((s) => s.animals).filter((y) => fits(y.animal))
  const listed = young.filter((y) => y.animal.presence === 'listed')
  const may = young.filter((y) => y.animal.presence === 'here' && y.leaving.opens)
  const soon = young
    .filter((y) => y.animal.presence === 'here' && !y.leaving.opens)
    .sort((a, b) => (a.leaving.expected?.from ?? '9').localeCompare(b.leaving.expected?.from ?? '9'))
  const sold = animals.filter((a) => a.presence === 'sold' && fits(a))
  return (
    <section className="page">
      <div className="head">
        <h1>Leaving</h1>
        <span className="small quiet">an animal may leave when all its gates hold</span>
      </div>
      <div className="columns" style={{ gridTemplateColumns: 'minmax(0, 1.2fr) minmax(0, 1fr)' }}>
        <div>
          <h2>Listed ({listed.length})</h2>
          <Group
            young={listed}
            empty="Nobody is listed."
            onSell={(animal) => setAct({ animal, kind: 'sold' })}
            onWhy={setWhy}
          />
          <h2 style={{ marginTop: 20 }}>May leave now ({may.length})</h2>
          <Group
            young={may}
            empty="No young animal has all its gates open."
            onList={(animal) => setAct({ animal, kind: 'listed' })}
            onSell={(animal) => setAct({ animal, kind: 'sold' })}
            onWhy={setWhy}
          />
          <h2 style={{ marginTop: 20 }}>Sold ({sold.length})</h2>
          <ul className="lines">
            {sold.slice(0, SOLD_SHOWN).map((a) => (
              <li key={a.id} className="between">
                <span>
                  <Link className="tag" to={`/animals/${a.id}`}>
                    {a.tag}
                  </Link>{' '}
                  <span className="quiet">{describeAnimal(a)}</span>
                </span>
                <Link to={`/leaving/${a.id}/hand-over`}>hand-over sheet</Link>
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
              <NotYet key={y.animal.id} young={y} onWhy={() => setWhy(y.animal.id)} />
            ))}
          </ul>
        </div>
      </div>
      {act && (
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

function NotYet({ young: { animal, leaving }, onWhy }: { young: LadderAnimal; onWhy(): void }) {
  const figures = useFigures()
  return (
    <li>
      <div className="between">
        <span>
          <Link className="tag" to={`/animals/${animal.id}`}>
            {animal.tag}
          </Link>{' '}
          <span className="small quiet">{leaving.missing.map((m) => m.says).join(', ')}</span>
        </span>
        <span className="small nowrap">
          {leaving.expected ? `from ${figures.day(leaving.expected.from)}` : 'no date'}{' '}
          <button className="plain" aria-label={`why ${animal.tag} may not leave yet`} onClick={onWhy}>
            why
          </button>
        </span>
      </div>
    </li>
  )
}

function Group({
  young,
  empty,
  onList,
  onSell,
  onWhy,
}: {
  young: readonly LadderAnimal[]
  empty: string
  onList?(a: AnimalRow): void
  onSell(a: AnimalRow): void
  onWhy(id: string): void
}) {
  const figures = useFigures()
  const may = useMay()
  if (young.length === 0) return <p className="quiet">{empty}</p>
  return (
    <ul className="lines">
      {young.map(({ animal, leaving }) => (
        <li key={animal.id} className="between">
          <span>
            <Link className="tag" to={`/animals/${animal.id}`}>
              {animal.tag}
            </Link>{' '}
            <span className="quiet">
              {describeAnimal(animal)}, {figures.grams(animal.grams)}
            </span>{' '}
            <Strokes count={animal.mealsInARow} most={10} />
            {!leaving.opens && (
              <span className="small bad">
                {' '}
                gate shut again: {leaving.missing.map((m) => m.says).join(', ')}
              </span>
            )}
          </span>
          <span className="nowrap">
            <button className="plain small" onClick={() => onWhy(animal.id)}>
              gates
            </button>{' '}
            {may.decide && (
              <>
                {onList && (
                  <Button size="small" aria-label={`list ${animal.tag}`} onClick={() => onList(animal)}>
                    list
                  </Button>
                )}{' '}
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

function SaleForm({ animal, kind, onDone }: { animal: AnimalRow; kind: 'listed' | 'sold'; onDone(): void }) {
  const { data } = useAnimal(animal.id)
  const { write } = useLog()
  const navigate = useNavigate()
  const [price, setPrice] = useState<number | null>(null)
  const [buyer, setBuyer] = useState('')
  const [says, setSays] = useState('')
  const asked = price ?? data?.price.typical ?? 0
  const save = async () => {
    if (kind === 'sold' && buyer.trim() === '') return setSays('write who takes it home')
    const payload = kind === 'sold' ? { buyer: buyer.trim(), price: asked } : { price: asked }
    if (
      await write(
        [{ kind, subject: { type: 'animal', id: animal.id }, payload }],
        `${animal.tag} ${kind === 'sold' ? `sold to ${buyer.trim()}` : 'listed'}`,
      )
    ) {
      onDone()
      if (kind === 'sold') void navigate(`/leaving/${animal.id}/hand-over`)
    }
  }
  return (
    <Modal
      title={kind === 'sold' ? `Sell ${animal.tag}` : `List ${animal.tag}`}
      open
      okText={kind === 'sold' ? 'Sold' : 'List it'}
      onOk={() => void save()}
      onCancel={onDone}
    >
      <p className="quiet">{describeAnimal(animal)}</p>
      <div className="field">
        <label htmlFor="price">Price</label>
        <InputNumber id="price" min={0} max={1000000} value={asked} onChange={setPrice} />
        {data && (
          <span className="small quiet">
            usual {data.price.least} to {data.price.most}
          </span>
        )}
      </div>
      {kind === 'sold' && (
        <div className="field">
          <label htmlFor="buyer">Buyer</label>
          <Input
            id="buyer"
            autoFocus
            value={buyer}
            onChange={(e) => setBuyer(e.target.value)}
            maxLength={120}
            onPressEnter={() => void save()}
          />
          {says && <span className="says">{says}</span>}
        </div>
      )}
      {data && <p className="small quiet">{data.cautions}</p>}
    </Modal>
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
          <p style={{ fontSize: 17 }}>
            <strong>{data.leaving.opens ? 'All gates hold.' : 'Not yet.'}</strong>
            {data.leaving.expected &&
              ` Earliest ${figures.day(data.leaving.expected.from)}, expected by ${figures.day(data.leaving.expected.to)}.`}
          </p>
          {data.leavingOverruled && (
            <p className="note">
              Overruled by {data.leavingOverruled.by}: {data.leavingOverruled.reason}
            </p>
          )}
          <ReasonList reasons={data.leaving.evidence} />
          {may.decide && !data.leaving.opens && !data.leavingOverruled && (
            <OverruleForm animalId={data.animal.id} about="leaving" verdicts={['may leave']} now="" />
          )}
        </>
      )}
    </ReasonsSheet>
  )
}
