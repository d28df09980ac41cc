import type { AnimalPage } from '@hatch-book/contract'
import { Button, DatePicker, Input } from 'antd'
import type { Dayjs } from 'dayjs'
import { useState, type FormEvent } from 'react'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay, useSession } from '../shell/session'

/** Numbers and end dates of papers: reminders only, the authority says what is needed. */
export function Permits({ page }: { page: AnimalPage }) {
  const { animal, permits, papersWanted } = page
  const figures = useFigures()
  const may = useMay()
  const { today } = useSession()
  const { write } = useLog()
  const [open, setOpen] = useState(false)
  const [name, setName] = useState('')
  const [number, setNumber] = useState('')
  const [says, setSays] = useState('')
  const [until, setUntil] = useState<Dayjs | null>(null)
  if (permits.length === 0 && papersWanted === '' && !may.decide) return null
  const save = async (event: FormEvent) => {
    event.preventDefault()
    if (name.trim() === '' || number.trim() === '') return setSays('Enter the permit and its number')
    setSays('')
    const written = await write(
      [
        {
          kind: 'permit noted',
          subject: { type: 'animal', id: animal.id },
          payload: {
            name: name.trim(),
            number: number.trim(),
            until: until ? until.format('YYYY-MM-DD') : null,
          },
        },
      ],
      `${animal.tag}: ${name.trim()} noted`,
    )
    if (written) setOpen(false)
  }
  return (
    <section style={{ marginTop: 16 }} aria-label="Permits">
      <div className="between">
        <h2>Permits and marks</h2>
        {may.decide && !open && (
          <Button size="small" onClick={() => setOpen(true)}>
            note one
          </Button>
        )}
      </div>
      {papersWanted !== '' && permits.length === 0 && <p className="small warm">Wanted: {papersWanted}.</p>}
      <ul className="lines">
        {permits.map((p) => (
          <li key={p.name} className="between">
            <span>
              {p.name} <span className="fig">{p.number}</span>
            </span>
            <span className={`small ${p.until && p.until < today ? 'bad' : 'quiet'}`}>
              {p.until ? `${p.until < today ? 'ended' : 'until'} ${figures.day(p.until)}` : 'without an end'}
            </span>
          </li>
        ))}
      </ul>
      {open && (
        <form className="row" onSubmit={(e) => void save(e)} aria-label="A permit">
          <Input
            aria-label="Which paper"
            placeholder="which paper"
            autoFocus
            value={name}
            maxLength={80}
            onChange={(e) => setName(e.target.value)}
            style={{ width: 160 }}
          />
          <Input
            aria-label="Its number"
            placeholder="its number"
            value={number}
            maxLength={80}
            onChange={(e) => setNumber(e.target.value)}
            style={{ width: 140 }}
          />
          <DatePicker aria-label="Ends" placeholder="ends" value={until} onChange={setUntil} />
          <Button type="primary" htmlType="submit" size="small">
            Write it
          </Button>
          <Button size="small" onClick={() => setOpen(false)}>
            Cancel
          </Button>
          {says && (
            <span className="says" role="alert">
              {says}
            </span>
          )}
        </form>
      )}
    </section>
  )
}
