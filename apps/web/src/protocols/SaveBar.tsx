import type { ProtocolPage, VerdictChanges } from '@hatch-book/contract'
import type { ProtocolSettings } from '@hatch-book/core'
import { App, Button, Input } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { withDays } from '../parts/Reasons'
import { Verdict } from '../parts/Verdict'
import { RefusedError, api, refreshBook } from '../shell/api'
import { useFigures } from '../shell/figures'

/** A draft of a protocol: what it would change of today's verdicts, and writing it down as an edition. */
export function SaveBar({
  page,
  draft,
  blocked,
  onSaved,
  onDiscard,
}: {
  page: ProtocolPage
  draft: ProtocolSettings
  blocked: boolean
  onSaved(changes: VerdictChanges): void
  onDiscard(): void
}) {
  const { notification } = App.useApp()
  const [reason, setReason] = useState('')
  const [trial, setTrial] = useState<VerdictChanges | null>(null)
  const [says, setSays] = useState('')
  const body = {
    scope: page.scope,
    of: page.of,
    basedOn: page.edition,
    settings: draft,
    reason: reason.trim(),
  }
  const ask = async (path: 'trial' | 'editions') => {
    setSays('')
    try {
      return await api.send<VerdictChanges>('POST', `/api/protocols/${page.id}/${path}`, body)
    } catch (error) {
      setSays(error instanceof RefusedError ? error.problem.detail : 'The server does not answer.')
      return null
    }
  }
  const save = async () => {
    const changes = await ask('editions')
    if (!changes) return
    notification.success({
      title: `Edition ${page.edition + 1} is in force`,
      description: `${changes.changes.length} of ${changes.judged} verdicts changed.`,
    })
    onSaved(changes)
    await refreshBook()
  }
  return (
    <div className="card now" role="region" aria-label="Draft">
      <div className="row" style={{ gap: 10, flexWrap: 'wrap' }}>
        <strong>A draft: not in force yet.</strong>
        <Input
          aria-label="Why"
          placeholder="why, for the next reader"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          style={{ width: 260 }}
          maxLength={400}
        />
        <Button disabled={blocked} onClick={() => void ask('trial').then((t) => t && setTrial(t))}>
          What would change
        </Button>
        <Button type="primary" disabled={blocked} onClick={() => void save()}>
          Put it in force
        </Button>
        <button className="plain" onClick={onDiscard}>
          drop the draft
        </button>
      </div>
      {says && (
        <p className="says" role="alert">
          {says}
        </p>
      )}
      {trial && <Changes changes={trial} />}
    </div>
  )
}

/** Verdicts that differ, each with where it stood and why it stands otherwise now. */
export function Changes({ changes }: { changes: VerdictChanges }) {
  const figures = useFigures()
  return (
    <div style={{ marginTop: 10 }} role="status">
      <p>
        {changes.changes.length === 0
          ? `None of the ${changes.judged} verdicts changes.`
          : `${changes.changes.length} of ${changes.judged} verdicts change:`}
      </p>
      <ul className="lines">
        {changes.changes.map((c) => (
          <li key={c.id} className="between">
            <Link className="tag" to={`/animals/${c.id}`}>
              {c.tag}
            </Link>
            <span className="small">
              <Verdict verdict={c.to as 'ready'} /> instead of {c.from}
              {c.because && <span className="quiet">: {withDays(c.because, figures.day)}</span>}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}
