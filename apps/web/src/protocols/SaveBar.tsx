import { protocolsApi, type Effects, type Instead, type ProtocolPage } from '@hatch-book/contract'
import type { ProtocolSettings } from '@hatch-book/core'
import { Button, Input } from 'antd'
import { useState } from 'react'
import { EffectList } from '../parts/EffectList'
import { sayEffects } from '../parts/effectsInWords'
import { send, wordsOf } from '../shell/api'
import { useNotices } from '../shell/notices'

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
  onSaved(changes: Effects): void
  onDiscard(): void
}) {
  const notification = useNotices()
  const [reason, setReason] = useState('')
  const [trial, setTrial] = useState<Effects | null>(null)
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
      <div className="row gap-12 wraps">
        <strong>A draft: not in force yet.</strong>
        <Input
          aria-label="Why"
          placeholder="why, for the next reader"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          className="w-300"
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
      {trial && <EffectList effects={trial} />}
    </div>
  )
}
