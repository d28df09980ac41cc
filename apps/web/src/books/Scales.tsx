import { useFigures } from '../shell/figures'
import { readMass } from '@hatch-book/core'
import { ScaleDraft, weighingApi, newId } from '@hatch-book/contract'
import { Button, Input } from 'antd'
import { useState, type FormEvent } from 'react'
import { fit, send, wordsOf } from '../shell/api'
import { useScales } from '../shell/queries'
import { useMay, useSession } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'

/** The scales that speak to the book, each through a bridge with a token of its own. */
export function Scales() {
  const figures = useFigures()
  const { data } = useScales()
  const may = useMay()
  const { book } = useSession()
  const sendAndSay = useSendAndSay()
  const [name, setName] = useState('')
  const [capacity, setCapacity] = useState(book.weightUnit === 'g' ? '5000' : '176')
  const [token, setToken] = useState<{ name: string; token: string } | null>(null)
  const [says, setSays] = useState('')
  const add = async (event: FormEvent) => {
    event.preventDefault()
    const bears = readMass(capacity, book.weightUnit)
    if ('says' in bears) return setSays(bears.says)
    setSays('')
    try {
      const done = await send(weighingApi.addScale, {
        body: fit(ScaleDraft, { id: newId(), name: name.trim(), capacityGrams: bears.value }),
      })
      setToken({ name: done.scale.name, token: done.token })
      setName('')
    } catch (error) {
      setSays(wordsOf(error))
    }
  }
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
      {may.run && (
        <form className="row" style={{ gap: 8, marginTop: 10 }} onSubmit={(e) => void add(e)}>
          <Input
            aria-label="Name of the scale"
            placeholder="name of the scale"
            value={name}
            onChange={(e) => setName(e.target.value)}
            style={{ width: 190 }}
          />
          <Input
            aria-label={`Capacity, ${book.weightUnit}`}
            value={capacity}
            suffix={book.weightUnit}
            onChange={(e) => setCapacity(e.target.value)}
            style={{ width: 110 }}
          />
          <Button htmlType="submit">Add a scale</Button>
        </form>
      )}
      {says && (
        <p className="says" role="alert">
          {says}
        </p>
      )}
    </section>
  )
}
