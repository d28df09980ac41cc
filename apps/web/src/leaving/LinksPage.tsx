import { leavingApi, newId, type ShareView } from '@hatch-book/contract'
import { Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { useFigures } from '../shell/figures'
import { useAnimals } from '../shell/queries'
import { useMay } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'
import { useShares } from './queries'
import css from './leaving.module.css'
import { NotYet } from '../parts/NotYet'

/** Addresses that were given out: buyers' pages and calendars, each of which can be withdrawn. */
export function LinksPage() {
  const { data: animals } = useAnimals()
  const figures = useFigures()
  const may = useMay()
  const sharesAsked = useShares(may.decide)
  const { data: shares } = sharesAsked
  const [made, setMade] = useState<string | null>(null)
  const sendAndSay = useSendAndSay()
  if (!may.decide)
    return (
      <section className="page">
        <PageHead title="Links" />
        <p className="empty">Whoever decides gives addresses out and takes them back; ask a keeper.</p>
      </section>
    )
  if (!shares) return <NotYet of={sharesAsked} page />
  const tags = new Map((animals ?? []).map((a) => [a.id, a.tag]))
  const calendar = async () => {
    const share = await sendAndSay(leavingApi.addShare, { body: { id: newId(), kind: 'calendar' } })
    if (share) setMade(location.origin + share.path)
  }
  const withdraw = (id: string) => sendAndSay(leavingApi.withdrawShare, { params: { id } })
  const open = shares.filter((s) => !s.withdrawnAt)
  const row = (s: ShareView) => (
    <li key={s.id} className={`between ${s.withdrawnAt ? 'struck' : ''}`}>
      <span>
        {s.kind === 'calendar' ? (
          'the calendar'
        ) : (
          <>
            record of{' '}
            <Link className="tag" to={`/animals/${s.animalId}`}>
              {tags.get(s.animalId!) ?? '?'}
            </Link>
          </>
        )}{' '}
        <span className="small quiet">
          given by {s.by}, {figures.instant(s.at)}
        </span>
      </span>
      {s.withdrawnAt ? (
        <span className="small">withdrawn</span>
      ) : (
        <Button size="small" onClick={() => void withdraw(s.id)}>
          withdraw
        </Button>
      )}
    </li>
  )
  return (
    <section className="page">
      <PageHead title="Links">
        <Button type="primary" onClick={() => void calendar()}>
          A calendar for a phone
        </Button>
      </PageHead>
      {made && <MadeLink address={made} />}
      <p className="small quiet">
        A buyer’s page is made on the sheet of an animal. The calendar holds hatches as they are forecast,
        promised hand-overs and papers that end.
      </p>
      {shares.length === 0 ? (
        <p className="empty">No address was given out.</p>
      ) : (
        <>
          <h2>Open ({open.length})</h2>
          <ul className="lines" aria-label="Links">
            {shares.map(row)}
          </ul>
        </>
      )}
    </section>
  )
}

/** An address is shown once: the book keeps only what it can be checked by. */
export function MadeLink({ address }: { address: string }) {
  return (
    <p className="note" role="status">
      Shown once, copy it now:{' '}
      <a href={address} className={`fig ${css.address}`} data-testid="made-link">
        {address}
      </a>
    </p>
  )
}
