import type { ClutchPage } from '@hatch-book/contract'
import type { Reason } from '@hatch-book/core'
import { ReasonList, ReasonsSheet } from '../parts/Reasons'
import { useFigures } from '../shell/figures'

/** How the hatch window is made: degree-days, temperatures, and where its width comes from. */
export function ForecastReasons({
  page,
  open,
  onClose,
}: {
  page: ClutchPage
  open: boolean
  onClose(): void
}) {
  const { clutch, climate, rules } = page
  const figures = useFigures()
  const f = clutch.forecast
  if (!f || !rules || !climate) return null
  const { learned } = rules
  const base = {
    bound: 'is' as const,
    margin: null,
    origin: rules.origin,
    change: '',
    expected: null,
    standing: 'holds' as const,
  }
  const hatched = clutch.eggs.filter((e) => e.fate === 'hatched').length
  const reasons: Reason[] = [
    {
      ...base,
      rule: 'degree-days',
      says: `${Math.round(learned.degreeDays)} degree-days above ${figures.celsius(rules.thresholdC)}`,
      have: { value: f.developed, unit: 'share' },
      wanted: { value: 1, unit: 'share' },
      note: `${rules.model === 'linear' ? `held flat above ${figures.celsius(rules.capC)}` : `a ${rules.model} curve`}; counted from the middle of the laying window`,
      change: 'a warmer or cooler incubator',
    },
    {
      ...base,
      rule: 'constant',
      says: 'the constant, in your hands',
      have: { value: Math.round(learned.degreeDays), unit: 'count' as const },
      wanted: { value: rules.degreeDays, unit: 'count' as const },
      note:
        learned.clutches === 0
          ? 'no clutch of the species has hatched here yet: it is the protocol’s'
          : `${learned.clutches} clutches of the species hatched here, ${learned.ofLine} of the line, ${learned.ofMethod} by the method; sure to ± ${(learned.spread * 164.5).toFixed(1)} %`,
      change: 'every clutch that hatches',
    },
    {
      ...base,
      rule: 'temperature',
      says: 'temperature it had, and what lies ahead',
      have: climate.meanC === null ? null : { value: climate.meanC, unit: 'C' },
      wanted: { value: climate.setPointC, unit: 'C' },
      note: `the probe saw ${Math.round(climate.coverage * 100)} % of the time; ${
        climate.ahead.follows === 'set point'
          ? 'gaps and the days ahead are filled with the set point'
          : `gaps are filled with the set point; the days ahead follow the ${climate.ahead.follows}, because the last days were off the set point`
      }`,
      change: 'bringing in the log of the probe',
    },
    {
      ...base,
      rule: 'duration',
      says: 'laying to hatching, whole',
      have: { value: f.durationDays, unit: 'd' },
      wanted: null,
      note: `laid ${figures.instant(clutch.laid.from)} to ${figures.instant(clutch.laid.to)}`,
    },
    {
      ...base,
      rule: 'width',
      says: 'where the width comes from',
      have: { value: `± ${(1.645 * f.spreadDays).toFixed(1)} days`, unit: 'word' },
      wanted: null,
      note: `between eggs ${f.parts.eggs.toFixed(1)} d, between clutches ${f.parts.clutches.toFixed(1)} d, the constant ${f.parts.constant.toFixed(1)} d, laying window ${f.parts.laying.toFixed(1)} d, temperature ahead ${f.parts.temperature.toFixed(1)} d (standard deviations)`,
      change: hatched > 0 ? '' : 'the first egg that hatches narrows it for the others',
    },
    ...(hatched > 0
      ? [
          {
            ...base,
            rule: 'seen',
            says: `${hatched} already hatched`,
            have: { value: hatched, unit: 'count' as const },
            wanted: { value: clutch.eggs.length, unit: 'count' as const },
            bound: 'at most' as const,
            note: 'their dates drew the window towards them',
          },
        ]
      : []),
  ]
  return (
    <ReasonsSheet title={`${clutch.name}: why ${figures.span(f.windowDays)}`} open={open} onClose={onClose}>
      <ReasonList reasons={reasons} />
    </ReasonsSheet>
  )
}
