import type { Member, Role } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { App, Button, Input, Segmented, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { NewMember } from '../parts/NewMember'
import { api, refreshBook } from '../shell/api'
import { forgetQueries } from '../shell/keptQueries'
import { useMay, useSession } from '../shell/session'
import { Archive } from './Archive'
import { Scales } from './Scales'

/** The book itself: its units, its members, its scales. */
export function BookPage() {
  const { member } = useSession()
  return (
    <section className="page">
      <div className="head">
        <h1>The book</h1>
        <div className="side">
          <span className="quiet">
            signed in as {member.name}, {member.role}
          </span>
          <Button
            onClick={() =>
              void api
                .send('POST', '/api/sign-out')
                .then(() => forgetQueries())
                .catch(() => undefined)
            }
          >
            Sign out
          </Button>
        </div>
      </div>
      <div className="columns" style={{ gridTemplateColumns: '1fr 1fr' }}>
        <Settings />
        <Members />
      </div>
      <Scales />
      <Archive />
    </section>
  )
}

function Settings() {
  const { book } = useSession()
  const may = useMay()
  const { notification } = App.useApp()
  const [change, setChange] = useState<Partial<typeof book>>({})
  const shown = { ...book, ...change }
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const { version, name, zone, weightUnit, temperatureUnit } = shown
    try {
      await api.send('PATCH', '/api/book', { version, name, zone, weightUnit, temperatureUnit })
      setChange({})
      await refreshBook()
      notification.success({ title: 'Saved' })
    } catch (error) {
      notification.error({ title: 'Not saved', description: (error as Error).message })
    }
  }
  return (
    <form className="card" onSubmit={(e) => void save(e)}>
      <h3>Settings</h3>
      <div className="field">
        <label htmlFor="book-name">Name</label>
        <Input
          id="book-name"
          disabled={!may.run}
          value={shown.name}
          onChange={(e) => setChange({ ...change, name: e.target.value })}
        />
      </div>
      <div className="field">
        <label htmlFor="book-zone">Time zone</label>
        <Select
          id="book-zone"
          showSearch
          disabled={!may.run}
          value={shown.zone}
          onChange={(zone: string) => setChange({ ...change, zone })}
          options={Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, label: z }))}
        />
      </div>
      <div className="row" style={{ gap: 24, marginBottom: 12 }}>
        <span>
          weights in{' '}
          <Segmented
            aria-label="weights in"
            disabled={!may.run}
            value={shown.weightUnit}
            options={['g', 'oz']}
            onChange={(weightUnit) => setChange({ ...change, weightUnit: weightUnit as 'g' })}
          />
        </span>
        <span>
          temperatures in{' '}
          <Segmented
            aria-label="temperatures in"
            disabled={!may.run}
            value={shown.temperatureUnit}
            options={[
              { value: 'C', label: '°C' },
              { value: 'F', label: '°F' },
            ]}
            onChange={(temperatureUnit) => setChange({ ...change, temperatureUnit: temperatureUnit as 'C' })}
          />
        </span>
      </div>
      {may.run ? (
        <Button type="primary" htmlType="submit" disabled={Object.keys(change).length === 0}>
          Save
        </Button>
      ) : (
        <p className="quiet small">Only the owner changes these.</p>
      )}
    </form>
  )
}

const ROLE_SAYS: Record<Role, string> = {
  owner: 'runs the book',
  keeper: 'decides and plans',
  helper: 'writes what they saw',
  viewer: 'only looks',
}

function Members() {
  const may = useMay()
  const { data } = useQuery({
    queryKey: ['members'],
    queryFn: () => api.get<{ members: Member[] }>('/api/members'),
  })
  const [role, setRole] = useState<Role>('helper')
  return (
    <div className="card">
      <h3>Members</h3>
      <ul className="lines">
        {data?.members.map((m) => (
          <li key={m.id} className="between">
            <span>
              <strong>{m.name}</strong> <span className="quiet">{m.email}</span>
            </span>
            <span title={ROLE_SAYS[m.role]}>
              {m.role} <span className="small quiet">{ROLE_SAYS[m.role]}</span>
            </span>
          </li>
        ))}
      </ul>
      {may.run && (
        <>
          <h2 style={{ marginTop: 14 }}>Add a member</h2>
          <NewMember role={role} button="Add" onAdded={() => setRole('helper')}>
            <Segmented
              aria-label="role"
              value={role}
              options={['owner', 'keeper', 'helper', 'viewer']}
              onChange={(chosen) => setRole(chosen as Role)}
            />
            <p className="small quiet">{ROLE_SAYS[role]}</p>
          </NewMember>
        </>
      )}
    </div>
  )
}
