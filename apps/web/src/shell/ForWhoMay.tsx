import { may, PERMISSIONS, type Permission } from '@hatch-book/contract'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { listed, sentence } from '../parts/sentence'
import { useSession } from './session'

/** A view for those who may do what it is for; the others are told whom to ask, before they have written anything. */
export function ForWhoMay({ needs, children }: { needs: Permission; children: ReactNode }) {
  const { role } = useSession().member
  if (may(role, needs)) return children
  return (
    <section className="page">
      <h1>Not for a {role}</h1>
      <p className="empty above-16">
        {sentence(`${listed(PERMISSIONS[needs].map((r) => `${r}s`))} do this.`)} Ask one of them.{' '}
        <Link to="/round">Go to tonight’s round</Link>
      </p>
    </section>
  )
}
