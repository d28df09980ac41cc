import { newId, ScaleDraft, weighingApi } from '@hatch-book/contract'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { QuantityField, quantityOf, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useScales } from '../shell/queries'
import { useMay, useSession } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'

/** The scales that speak to the book, each through a bridge with a token of its own. */
export function Scales() {
  const figures = useFigures()
  const { data } = useScales()
  const may = useMay()
  const sendAndSay = useSendAndSay()
  const [token, setToken] = useState<{ name: string; token: string } | null>(null)
  return (
    <section className="card" aria-label="Scales">
      <h3>Scales</h3>
      {data?.length === 0 && <p className="quiet">No scale is connected. Weights are typed in.</p>}
      <ul className="lines">
        {(data ?? []).map((s) => (
          <li key={s.id} className="between">
            <span>
              {s.name} <span className="small quiet">up to {figures.grams(s.capacityGrams)}</span>
            </span>
            {may.run && (
              <button
                type="button"
                className="plain"
                aria-label={`remove ${s.name}`}
                onClick={() => void sendAndSay(weighingApi.removeScale, { params: { id: s.id } })}
              >
                remove
              </button>
            )}
          </li>
        ))}
      </ul>
      {token && (
        <p className="note">
          The token of {token.name}, shown this once: <code className="fig">{token.token}</code>. Give it to
          the scale’s bridge.
        </p>
      )}
      {may.run && <NewScale onAdded={setToken} />}
    </section>
  )
}

function NewScale({ onAdded }: { onAdded(added: { name: string; token: string }): void }) {
  const figures = useFigures()
  const { book } = useSession()
  const form = useContractForm({
    begin: { name: '', capacity: book.weightUnit === 'g' ? '5000' : '176' },
    schema: ScaleDraft,
    body: ({ name, capacity }) => ({
      ...{ id: newId(), name: name.trim(), capacityGrams: quantityOf(figures, 'mass', capacity) },
    }),
    send: async (body) => {
      const { scale, token } = await send(weighingApi.addScale, { body })
      onAdded({ name: scale.name, token })
      form.startAnew()
    },
    fieldOf: (field) => (field === 'capacityGrams' ? 'capacity' : field),
  })
  return (
    <ContractForm of={form} label="New scale" actions={<FormActions of={form} save="Add a scale" plain />}>
      <div className="row fields">
        <TextField name="name" label="Name of the scale" width={190} />
        <QuantityField
          name="capacity"
          label="Capacity"
          of="mass"
          width={110}
          needed="write how much it bears"
        />
      </div>
    </ContractForm>
  )
}
