import { cohortsApi, newId } from '@hatch-book/contract'
import { addDays, type planEmergence } from '@hatch-book/core'
import { Button } from 'antd'
import { useState } from 'react'
import { sendOrSay } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import type { EmergenceAsked } from './emergence.worker'
import type { Broods } from './emergenceQuestion'
import css from './emergence.module.css'

/** The plan that lets most females find a male: which sex is kept cool, and for how long. */
export function KeepCool({
  plan: { best, asTheyAre },
  broods,
  today,
  asked,
}: {
  plan: ReturnType<typeof planEmergence>
  broods: Broods
  today: string
  asked: EmergenceAsked
}) {
  const figures = useFigures()
  const may = useMay()
  const [says, setSays] = useState('')
  const gain = best.overlap.pairs - asTheyAre.overlap.pairs
  const back = addDays(today, best.days)
  const night = best.overlap.best
  // Only those that are told apart can be set apart.
  const apart = broods.cohorts.flatMap((c) => {
    const { sexed, stages } = c.standing
    const last = stages.find((s) => s.stage === c.way.length - 1)
    const count = best.cool && sexed && last ? Math.min(sexed[`${best.cool}s`], Math.round(last.count)) : 0
    return count > 0 ? [{ studied: c, count, stage: last!.name }] : []
  })
  const split = async () => {
    for (const { studied, count, stage } of apart) {
      const { cohort } = studied
      const refused = await sendOrSay(cohortsApi.split, {
        params: { id: cohort.id },
        body: {
          ...{ id: newId(), outId: newId(), inId: newId(), name: `${cohort.name} ${best.cool}s` },
          ...{ stages: { [stage]: count }, tubs: 1 },
          ...{ celsius: asked.coolC ?? undefined, thenC: cohort.celsius, thenFrom: back },
        },
      })
      if (refused) return setSays(refused)
    }
  }
  if (best.cool === null || gain < 0.05)
    return (
      <div className="card" role="region" aria-label="Keep cool">
        <h3>Leave them as they are</h3>
        <p className="small">
          No days in the cool let more of them meet: every number of days was tried for either sex.
        </p>
      </div>
    )
  return (
    <div className="card now" role="region" aria-label="Keep cool">
      <h3 data-testid="keep-cool">
        Keep the {best.cool}s at {figures.celsius(asked.coolC)} for {best.days} days
      </h3>
      <p className="small">
        Then {best.overlap.pairs.toFixed(1)} females find a male, {gain.toFixed(1)} more than as they are
        {night ? `, and the night to pair them is that of ${figures.day(addDays(today, night.day))}` : ''}.
        Back into the warm on {figures.day(back)}.
      </p>
      {may.decide &&
        (apart.length > 0 ? (
          <Button onClick={() => void split()} className={css.longKey}>
            Set {apart.map((a) => `${a.count} of ${a.studied.cohort.name}`).join(' and ')} apart, and keep
            them cool
          </Button>
        ) : (
          <p className="small quiet">
            Count them by sex first: only those that are told apart can be set apart.
          </p>
        ))}
      {says && <p className="bad small">{says}</p>}
    </div>
  )
}
