import { booksApi, newId, type InvitationMade, type Role } from '@hatch-book/contract'
import { Button, Input, Segmented } from 'antd'
import { useState, type FormEvent } from 'react'
import { NewMember } from '../parts/NewMember'
import { send, useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'
import { BookHead } from './BookHead'
import { MemberCard } from './MemberCard'
import { OpenedLink } from './OpenedLink'
import { ROLE_SAYS, ROLES_SHOWN } from './roleWords'
import { useSaying } from './useSaying'
import { NotYet } from '../parts/NotYet'

/** Who is in the book, what they may do, what they did; and how somebody new comes in. */
export function MembersPage() {
  const may = useMay()
  const asked = useAsk(booksApi.members)
  const { data } = asked
  const [chosen, setChosen] = useState<string | null>(null)
  if (!data) return <NotYet of={asked} page />
  return (
    <section className="page">
      <BookHead title="Members" />
      <div className="columns wider-left">
        <div>
          {data.members.map((m) => (
            <MemberCard
              key={m.id}
              member={m}
              isOpen={m.id === chosen}
              onOpen={() => setChosen(m.id === chosen ? null : m.id)}
            />
          ))}
        </div>
        {may.run && (
          <div>
            <Invite />
            <details className="card above-16">
              <summary>Add somebody with a first password</summary>
              <WithPassword />
            </details>
          </div>
        )}
      </div>
    </section>
  )
}

function RoleChoice({ role, onChoose }: { role: Role; onChoose(role: Role): void }) {
  return (
    <>
      <Segmented
        aria-label="role"
        value={role}
        options={[...ROLES_SHOWN]}
        onChange={(chosen) => onChoose(chosen as Role)}
      />
      <p className="small quiet">{ROLE_SAYS[role]}</p>
    </>
  )
}

function WithPassword() {
  const [role, setRole] = useState<Role>('helper')
  return (
    <NewMember role={role} button="Add" onAdded={() => setRole('helper')}>
      <RoleChoice role={role} onChoose={setRole} />
    </NewMember>
  )
}

function Invite() {
  const [name, setName] = useState('')
  const [role, setRole] = useState<Role>('helper')
  const [endsOn, setEndsOn] = useState('')
  const [made, setMade] = useState<{ link: InvitationMade; name: string } | null>(null)
  const saying = useSaying('name', 'endsOn')
  const invite = (event: FormEvent) => {
    event.preventDefault()
    const draft = { id: newId(), name, role, endsOn: endsOn || null }
    void saying
      .run(async () => setMade({ link: await send(booksApi.invite, { body: draft }), name }))
      .then((went) => went && setName(''))
  }
  return (
    <div className="card" role="region" aria-label="Invite somebody">
      <h3>Invite somebody</h3>
      <p className="small quiet">A link by which they choose their own password.</p>
      <form onSubmit={invite} noValidate>
        <div className="field">
          <label htmlFor="invite-name">For whom</label>
          <Input id="invite-name" value={name} onChange={(e) => setName(e.target.value)} />
          {saying.of('name') && <span className="says">{saying.of('name')}</span>}
        </div>
        <RoleChoice role={role} onChoose={setRole} />
        <div className="field">
          <label htmlFor="invite-end">Until (left empty: no end)</label>
          <Input id="invite-end" type="date" value={endsOn} onChange={(e) => setEndsOn(e.target.value)} />
          {saying.of('endsOn') && <span className="says">{saying.of('endsOn')}</span>}
        </div>
        {saying.says && <p className="note bad">{saying.says}</p>}
        <Button type="primary" htmlType="submit" loading={saying.busy}>
          Make a link
        </Button>
      </form>
      {made && <OpenedLink made={made.link} says={`For ${made.name}: send it as you usually talk.`} />}
      <OpenLinks />
    </div>
  )
}

/** Links that nobody has used yet. */
function OpenLinks() {
  const figures = useFigures()
  const sendAndSay = useSendAndSay()
  const { data } = useAsk(booksApi.invitations)
  if (!data?.invitations.length) return null
  return (
    <>
      <h3 className="above-16">Not used yet</h3>
      <ul className="lines">
        {data.invitations.map((link) => (
          <li key={link.id} className="between">
            <span>
              {link.name}{' '}
              <span className="small quiet">
                {link.recovers ? 'a new password' : link.role}, until {figures.instant(link.expiresAt)}
              </span>
            </span>
            <button
              type="button"
              className="plain"
              onClick={() => void sendAndSay(booksApi.withdrawInvitation, { params: { id: link.id } })}
            >
              withdraw
            </button>
          </li>
        ))}
      </ul>
    </>
  )
}
