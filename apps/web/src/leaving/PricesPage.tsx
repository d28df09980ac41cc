import { leavingApi, newId, PriceDraft, type PriceView } from '@hatch-book/contract'
import { InputNumber } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { PageHead } from '../parts/PageHead'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { send, sendOrSay } from '../shell/api'
import { useMay } from '../shell/session'
import { ANY_ANIMAL, AskedFields } from './AskedFields'
import { useCounter } from './queries'
import { BuyersOnly } from './BuyersOnly'
import { NotYet } from '../parts/NotYet'

/** What is asked, by species, line, sex and trait; the line that says most of an animal holds. */
export function PricesPage() {
  return (
    <BuyersOnly title="Prices">
      <Prices />
    </BuyersOnly>
  )
}

function Prices() {
  const asked = useCounter()
  const { data } = asked
  const may = useMay()
  const [says, setSays] = useState('')
  if (!data) return <NotYet of={asked} />
  return (
    <section className="page">
      <PageHead title="Prices" />
      <p className="small quiet">
        The line that says most of an animal holds: a trait before a line before a sex. Without one it is the
        usual price of its protocol. A slight or marked defect lowers it by the protocol’s share; a severe one
        is never sold.
      </p>
      {may.decide && <PriceForm />}
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
        <td className="whole">{p.species}</td>
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

function PriceForm() {
  const form = useContractForm({
    begin: { ...ANY_ANIMAL, price: null as number | null },
    schema: PriceDraft,
    body: ({ line, trait, ...draft }) => ({ ...draft, id: newId(), line: line.trim(), trait: trait.trim() }),
    send: async (body) => {
      await send(leavingApi.addPrice, { body })
      // Prices of one species are often written one after the other.
      form.change({ price: null })
    },
  })
  return (
    <ContractForm
      of={form}
      className="card under"
      label="New price"
      actions={<FormActions of={form} save="Add to the list" />}
    >
      <div className="row fields">
        <AskedFields />
        <NumberField name="price" label="Price" min={0} max={1e7} parts needed="Write a price" width={100} />
      </div>
    </ContractForm>
  )
}
