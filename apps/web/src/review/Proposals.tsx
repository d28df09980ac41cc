import { sayEffects } from '../parts/effectsInWords'
import { protocolsApi, type ReviewProposal } from '@hatch-book/contract'
import { Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { type RefusedError, ask, send } from '../shell/api'
import { useMay } from '../shell/session'
import { useNotices } from '../shell/notices'

/** What the protocols would say had they been written from these seasons; each is taken over by one click, with its reason. */
export function Proposals({ proposals }: { proposals: readonly ReviewProposal[] }) {
  const may = useMay()
  const notification = useNotices()
  const [busy, setBusy] = useState('')
  if (proposals.length === 0) return null
  const take = async (p: ReviewProposal) => {
    const key = `${p.protocolId} ${p.key}`
    setBusy(key)
    try {
      // What is set already stays: the edition is the whole of its level.
      const page = await ask(protocolsApi.page, { params: { id: p.protocolId } })
      const settings = {
        ...page.settings,
        figures: { ...page.settings.figures, [p.key]: { value: p.to, low: p.low, high: p.high } },
      }
      const effects = await send(protocolsApi.addEdition, {
        params: { id: p.protocolId },
        body: {
          ...{ scope: 'species', of: '', basedOn: p.basedOn, settings },
          reason: `From the review: ${p.because}`.slice(0, 1000),
        },
      })
      notification.success({
        title: `${p.species}: ${p.label} is ${p.to} from now on`,
        description: sayEffects(effects),
      })
    } catch (refused) {
      notification.error({ title: 'Not taken over', description: (refused as RefusedError).words })
    } finally {
      setBusy('')
    }
  }
  return (
    <section aria-label="Proposals" className="above-16">
      <h2>For the protocols</h2>
      <ul className="lines">
        {proposals.map((p) => (
          <li key={`${p.protocolId} ${p.key}`} className="between">
            <span>
              <Link to={`/protocols/${p.protocolId}`}>{p.species}</Link>, {p.label.toLowerCase()}: {p.from} →{' '}
              <strong>{p.to}</strong>
              {p.unit !== 'words' && p.unit !== 'count' && p.unit !== 'share' && ` ${p.unit}`}
              <div className="small quiet">{p.because}.</div>
            </span>
            {may.decide && (
              <Button size="small" loading={busy === `${p.protocolId} ${p.key}`} onClick={() => void take(p)}>
                Use this figure
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
