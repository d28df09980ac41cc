import { counted } from '@hatch-book/core'
import { booksApi, type InvitationMade, type Member, type Role } from '@hatch-book/contract'
import { Button, Input, Select } from 'antd'
import { useState } from 'react'
import { Bar, BarChart, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { AXIS } from '../parts/chartLook'
import { send, useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay, useSession } from '../shell/session'
import { OpenedLink } from './OpenedLink'
import { ROLE_SAYS, ROLES_SHOWN } from './roleWords'
import { useSaying } from './useSaying'
import css from './books.module.css'
import { NotYet } from '../parts/NotYet'
import { useNotices } from '../shell/notices'

/** One member: who they are; opened, what they did and what the owner may change. */
export function MemberCard({ member, isOpen, onOpen }: { member: Member; isOpen: boolean; onOpen(): void }) {
  const figures = useFigures()
  const { today, member: self } = useSession()
  const may = useMay()
  const over = member.endsOn !== null && member.endsOn < today
  return (
    <div className="card below-12" role="region" aria-label={member.name}>
      <div className="between">
        <span>
          <strong>{member.name}</strong> <span className="quiet">{member.email}</span>
          {member.id === self.id && <span className="quiet"> (you)</span>}
        </span>
        <span>
          {member.role} <span className="small quiet">{ROLE_SAYS[member.role]}</span>
        </span>
      </div>
      <div className="between small">
        <span className="quiet">
          {member.endsOn && (
            <>{over ? `ended on ${figures.day(member.endsOn)}` : `until ${figures.day(member.endsOn)}`}; </>
          )}
          {member.secondFactor ? 'signs in with a code too' : 'signs in by password'}
        </span>
        <button type="button" className="plain" aria-expanded={isOpen} onClick={onOpen}>
          {isOpen ? 'less' : may.run ? 'what they did, what they may' : 'what they did'}
        </button>
      </div>
      {isOpen && <WhatTheyDid member={member} />}
      {isOpen && may.run && <WhatTheyMay member={member} />}
    </div>
  )
}

function WhatTheyDid({ member }: { member: Member }) {
  const figures = useFigures()
  const asked = useAsk(booksApi.doings, { params: { id: member.id } })
  const { data } = asked
  if (!data) return <NotYet of={asked} />
  if (data.total === 0) return <p className="quiet">{member.name} has written nothing yet.</p>
  const struck = data.byKind.reduce((n, k) => n + k.struck, 0)
  return (
    <div className="above-12">
      <p>
        {data.total} entries{struck > 0 && `, ${struck} of them struck out since`}:{' '}
        {data.byKind
          .slice(0, 8)
          .map((k) => `${k.kind} ${k.count}`)
          .join(', ')}
        {data.byKind.length > 8 && ', …'}
      </p>
      <div role="img" aria-label={`entries a day, the last ${data.byDay.length} days with any`}>
        <ResponsiveContainer width="100%" height={90}>
          <BarChart data={data.byDay} margin={{ top: 4, right: 0, bottom: 0, left: 0 }}>
            <XAxis dataKey="day" {...AXIS} tickFormatter={figures.day} minTickGap={60} />
            <YAxis {...AXIS} width={34} allowDecimals={false} />
            <Bar dataKey="count" fill="var(--ink)" isAnimationActive={false} />
          </BarChart>
        </ResponsiveContainer>
      </div>
      <p className="small quiet">
        From {data.devices.map((d) => `${d.device || 'a device without a name'} (${d.count})`).join(', ')}
      </p>
    </div>
  )
}

function WhatTheyMay({ member }: { member: Member }) {
  const notification = useNotices()
  const { member: self } = useSession()
  const saying = useSaying()
  const [made, setMade] = useState<InvitationMade | null>(null)
  const change = (to: { role?: Role; endsOn?: string | null }) =>
    void saying.run(() =>
      send(booksApi.changeMember, {
        params: { id: member.id },
        body: { role: member.role, endsOn: member.endsOn, ...to },
      }),
    )
  const signOut = async () => {
    let closed = 0
    const went = await saying.run(async () => {
      ;({ closed } = await send(booksApi.signMemberOut, { params: { id: member.id } }))
    })
    if (went)
      notification.success({
        title: `${member.name} is signed out of ${counted(closed, 'device')}`,
      })
  }
  return (
    <div className={`above-12 ${css.foot}`}>
      <div className="row gap-12 wraps">
        <Select
          aria-label={`Role of ${member.name}`}
          value={member.role}
          className="w-130"
          options={ROLES_SHOWN.map((role) => ({ value: role, label: role }))}
          onChange={(role) => change({ role })}
        />
        <label className="small row gap-8">
          until
          <Input
            type="date"
            className="w-190"
            value={member.endsOn ?? ''}
            onChange={(e) => change({ endsOn: e.target.value || null })}
          />
        </label>
        <Button onClick={() => void signOut()}>Sign out everywhere</Button>
        {member.id !== self.id && (
          <Button
            onClick={() =>
              void saying.run(async () =>
                setMade(await send(booksApi.makeRecovery, { params: { id: member.id } })),
              )
            }
          >
            They lost their password
          </Button>
        )}
      </div>
      {saying.says && <p className="note bad">{saying.says}</p>}
      {made && (
        <OpenedLink
          made={made}
          says={`By this link ${member.name} chooses a new password; a second step falls away.`}
        />
      )}
    </div>
  )
}
