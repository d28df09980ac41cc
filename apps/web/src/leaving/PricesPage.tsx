import { leavingApi, newId, type PriceView } from '@hatch-book/contract'
import { Button, InputNumber } from 'antd'
import { useState, type FormEvent } from 'react'
import { PageHead } from '../parts/PageHead'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { sendOrSay } from '../shell/api'
import { useMay } from '../shell/session'
import { ANY_ANIMAL, AskedFields } from './AskedFields'
import { useCounter } from './queries'
import { BuyersOnly } from './BuyersOnly'

/** What is asked, by species, line, sex and trait; the line that says most of an animal holds. */
export function PricesPage() {
  return (
    <BuyersOnly title="Prices">
      <Prices />
    </BuyersOnly>
  )
}

function Prices() {
  const { data } = useCounter()
  const may = useMay()
  const [says, setSays] = useState('')
  if (!data) return null
  return (
    <section className="page">
      <PageHead title="Prices" />
      <p className="small quiet">
        The line that says most of an animal holds: a trait before a line before a sex. Without one it is the
        usual price of its protocol. A slight or marked defect lowers it by the protocol’s share; a severe one
        is never sold.
      </p>
      {may.decide && <PriceForm onSays={setSays} />}
      {says && <p className="bad small">{says}</p>}
      {data.prices.length === 0 ? (
        <p className="empty">No price is written down: each animal goes for what is usual for its species.</p>
      ) : (
        <table className="plain-table two-lines" aria-label="Price list">
          <thead>
            <tr>
              <th>species</th>
              <th>line</th>
              <th>sex</th>
              <th>trait</th>
              <th className="right">price</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data.prices.map((p) => (
              <PriceRow key={p.id} price={p} onSays={setSays} decides={may.decide} />
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}

function PriceRow({
  price: p,
  decides,
  onSays,
}: {
  price: PriceView
  decides: boolean
  onSays(s: string): void
}) {
  const writing = useWriting({ version: p.version, writing: { price: p.price } })
  const { draft, change, merge } = writing
  const save = async (price: number, withdrawn = false) => {
    const refused = await sendOrSay(leavingApi.changePrice, {
      params: { id: p.id },
      body: {
        version: writing.version,
        price,
        withdrawn,
      },
    })
    if (!refused) writing.kept(writing.version + 1)
    onSays(refused)
  }
  return (
    <>
      <tr>
        <td>{p.species}</td>
        <td data-head="line">{p.line || <span className="quiet">any</span>}</td>
        <td>{p.sex}</td>
        <td data-head="trait">{p.trait || <span className="quiet">any</span>}</td>
        <td className="right last">
          {decides ? (
            <InputNumber
              aria-label={`price of ${p.species} ${p.line} ${p.sex} ${p.trait}`}
              min={0}
              size="small"
              value={draft.price}
              onChange={(price) => price !== null && change({ price })}
              onBlur={() => draft.price !== p.price && !merge && void save(draft.price)}
              onPressEnter={() => draft.price !== p.price && !merge && void save(draft.price)}
            />
          ) : (
            <span className="fig">{p.price}</span>
          )}
        </td>
        <td className="right">
          {decides && (
            <button
              type="button"
              className="plain small"
              aria-label={`take off ${p.species} ${p.line} ${p.sex} ${p.trait}`}
              onClick={() => void save(p.price, true)}
            >
              take off
            </button>
          )}
        </td>
      </tr>
      {merge && (
        <tr>
          <td colSpan={6}>
            <SideBySide
              writing={writing}
              nameOf={() => 'price'}
              show={(_, price) => String(price)}
              onSettled={() => onSays('')}
            />
          </td>
        </tr>
      )}
    </>
  )
}

function PriceForm({ onSays }: { onSays(s: string): void }) {
  const [asked, setAsked] = useState(ANY_ANIMAL)
  const [price, setPrice] = useState<number | null>(null)
  const save = async (event: FormEvent) => {
    event.preventDefault()
    if (!asked.protocolId || price === null) return onSays('a species and a price are wanted')
    const refused = await sendOrSay(leavingApi.addPrice, {
      body: {
        ...{ id: newId(), ...asked, protocolId: asked.protocolId },
        ...{ line: asked.line.trim(), trait: asked.trait.trim(), price },
      },
    })
    onSays(refused)
    if (!refused) setPrice(null)
  }
  return (
    <form className="row" style={{ marginBottom: 12 }} onSubmit={(e) => void save(e)} aria-label="New price">
      <AskedFields asked={asked} onChange={setAsked} />
      <InputNumber aria-label="Price" placeholder="price" min={0} value={price} onChange={setPrice} />
      <Button type="primary" htmlType="submit">
        Add to the list
      </Button>
    </form>
  )
}
