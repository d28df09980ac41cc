import { protocolsApi, type EditionEffects, type Instead, type ProtocolPage } from '@hatch-book/contract'
import type { ProtocolSettings } from '@hatch-book/core'
import { App, Button, Input } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { withDays } from '../parts/Reasons'
import { sayEffects } from '../parts/effectsInWords'
import { Verdict } from '../parts/Verdict'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'

/** A draft of a protocol: what it would change of today's verdicts, and writing it down as an edition. */
export function SaveBar({
  page,
  draft,
  instead,
  blocked,
  onSaved,
  onDiscard,
}: {
  page: ProtocolPage
  draft: ProtocolSettings
  instead: readonly Instead[]
  blocked: boolean
  onSaved(changes: EditionEffects): void
  onDiscard(): void
}) {
  const { notification } = App.useApp()
  const [reason, setReason] = useState('')
  const [trial, setTrial] = useState<EditionEffects | null>(null)
  const [says, setSays] = useState('')
  const body = {
    scope: page.scope,
    of: page.of,
    basedOn: page.edition,
    settings: draft,
    instead: [...instead],
    reason: reason.trim(),
  }
  const put = async (route: typeof protocolsApi.tryEdition | typeof protocolsApi.addEdition) => {
    setSays('')
    try {
      return await send(route, { params: { id: page.id }, body })
    } catch (error) {
      setSays(wordsOf(error))
      return null
    }
  }
  const save = async () => {
    const changes = await put(protocolsApi.addEdition)
    if (!changes) return
    notification.success({
      title: `Edition ${page.edition + 1} is in force`,
      description: sayEffects(changes),
    })
    onSaved(changes)
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
        <Button
          disabled={blocked}
          onClick={() => void put(protocolsApi.tryEdition).then((t) => t && setTrial(t))}
        >
          What would change
        </Button>
        <Button type="primary" disabled={blocked} onClick={() => void save()}>
          Put it in force
        </Button>
        <button type="button" className="plain" onClick={onDiscard}>
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

/** What differs, each with how it stood and how it stands now. */
export function Changes({ changes: effects }: { changes: EditionEffects }) {
  const figures = useFigures()
  const { changes, stages, work } = effects
  const link = (id: string, tag: string) => (
    <Link className="tag" to={`/animals/${id}`}>
      {tag}
    </Link>
  )
  return (
    <div style={{ marginTop: 10 }} role="status">
      <p>{sayEffects(effects)}</p>
      <ul className="lines">
        {changes.map((c) => (
          <li key={c.id} className="between">
            {link(c.id, c.tag)}
            <span className="small">
              <Verdict verdict={c.to as 'ready'} /> instead of {c.from}
              {c.because && <span className="quiet">: {withDays(c.because, figures.day)}</span>}
            </span>
          </li>
        ))}
        {stages.map((s) => (
          <li key={`stage ${s.id}`} className="between">
            {link(s.id, s.tag)}
            <span className="small">
              {s.to} instead of {s.from}
            </span>
          </li>
        ))}
        {work.shown.map((w, i) => (
          <li key={`work ${i}`} className="between">
            <span>
              {w.name}: {w.says}
            </span>
            <span className="small">
              {w.to === null
                ? `no longer due (was ${figures.day(w.from!)})`
                : w.from === null
                  ? `new: due ${figures.day(w.to)}`
                  : w.from === w.to
                    ? `${figures.day(w.to)}, within a different window`
                    : `${figures.day(w.to)} instead of ${figures.day(w.from)}`}
            </span>
          </li>
        ))}
      </ul>
      {work.count > work.shown.length && (
        <p className="small quiet">And {(work.count - work.shown.length).toLocaleString('en')} more.</p>
      )}
    </div>
  )
}
