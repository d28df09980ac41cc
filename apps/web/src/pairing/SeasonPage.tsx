import { pairingApi, newId } from '@hatch-book/contract'
import { Button, Select } from 'antd'
import { useSearchParams } from 'react-router'
import { type RefusedError, send } from '../shell/api'
import { useMay } from '../shell/session'
import { PairingHead } from './PairingHead'
import { useScene, useSeasonPlans } from './queries'
import { freshSeason } from './seasonProblem'
import { SeasonPlan } from './SeasonPlan'
import { useNotices } from '../shell/notices'

/** One plan for the season: who is with whom, when, proved to be the best, and moved by hand where one knows better. */
export function SeasonPage() {
  const scene = useScene()
  const { data: plans } = useSeasonPlans()
  const may = useMay()
  const [params, setParams] = useSearchParams()
  const own = (plans ?? []).filter((p) => p.protocolId === scene?.protocolId)
  const plan = own.find((p) => p.id === params.get('plan')) ?? own[0]
  const pick = (id: string) =>
    setParams((before) => {
      const next = new URLSearchParams(before)
      next.set('plan', id)
      return next
    })
  const notification = useNotices()
  const begin = async () => {
    const id = newId()
    try {
      await send(pairingApi.addPlan, {
        body: {
          id,
          protocolId: scene!.protocolId,
          ...freshSeason(scene!),
        },
      })
      pick(id)
    } catch (error) {
      notification.error({ title: 'Not planned', description: (error as RefusedError).message })
    }
  }
  return (
    <section className="page">
      <PairingHead title={plan ? plan.name : 'The season'} ofSpecies>
        {own.length > 1 && (
          <Select
            aria-label="Plan"
            value={plan!.id}
            onChange={pick}
            className="min-190"
            options={own.map((p) => ({ value: p.id, label: p.name }))}
          />
        )}
        {may.decide && scene && scene.mates.length > 0 && (
          <Button type={plan ? 'default' : 'primary'} onClick={() => void begin()}>
            Plan a season
          </Button>
        )}
      </PairingHead>
      {scene && plans && !plan && (
        <p className="empty">
          No season of this species is planned. ‘Plan a season’ takes everybody who breeds, when each female
          is expected, how long a male has to rest, and finds who should be with whom.
        </p>
      )}
      {scene && plan && <SeasonPlan key={plan.id} scene={scene} plan={plan} />}
    </section>
  )
}
