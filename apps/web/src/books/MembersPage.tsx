import { booksApi, InvitationDraft, newId, type InvitationMade, type Role } from '@hatch-book/contract'
import { Segmented } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { ChoiceField, DayField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { NewMember } from '../parts/NewMember'
import { send, useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'
import { BookHead } from './BookHead'
import { MemberCard } from './MemberCard'
import { OpenedLink } from './OpenedLink'
import { ROLE_SAYS, ROLES_SHOWN } from './roleWords'
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
  const [made, setMade] = useState<{ link: InvitationMade; name: string } | null>(null)
  const form = useContractForm({
    begin: { name: '', role: 'helper' as Role, endsOn: null as string | null },
    schema: InvitationDraft,
    body: (draft) => ({ id: newId(), ...draft }),
    send: async (body) => {
      setMade({ link: await send(booksApi.invite, { body }), name: body.name })
      form.startAnew()
    },
  })
  return (
    <div className="card" role="region" aria-label="Invite somebody">
      <h3>Invite somebody</h3>
      <p className="small quiet">A link by which they choose their own password.</p>
      <ContractForm of={form} label="Invite somebody" actions={<FormActions of={form} save="Make a link" />}>
        <TextField name="name" label="For whom" />
        <ChoiceField name="role" label="role" options={[...ROLES_SHOWN]} hint={ROLE_SAYS[form.draft.role]} />
        <DayField name="endsOn" label="Until" hint="left empty: no end" width={190} />
      </ContractForm>
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
