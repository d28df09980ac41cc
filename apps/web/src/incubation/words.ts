import type { ClutchView, ExcursionView, ForecastView } from '@hatch-book/contract'
import type { Figures } from '../shell/figures'

/** 'Most likely 3 to 9 June; half by the 6th': the forecast as one says it. */
export function forecastInWords(f: ForecastView, figures: Figures): string {
  return `Most likely ${figures.span(f.windowDays)}; half by ${figures.day(f.likelyDay)}`
}

export const percent = (share: number) =>
  share > 0 && share < 0.01
    ? 'under 1 %'
    : share > 0.99 && share < 1
      ? 'over 99 %'
      : `${Math.round(share * 100)} %`

/** 'mostly female: 82 %'. */
export function sexesInWords(maleShare: number): string {
  const female = 1 - maleShare
  if (Math.abs(maleShare - 0.5) < 0.1) return `about as many of each sex: ${percent(female)} female`
  const [word, share] = maleShare > 0.5 ? ['male', maleShare] : ['female', female]
  return `${share > 0.9 ? 'nearly all' : 'mostly'} ${word}: ${percent(share)}`
}

/** What a clutch holds, in words: '7 of 11 eggs', 'about 342 ova'. */
export function eggsInWords({ kind, counted, eggs, waiting }: ClutchView): string {
  if (kind === 'litter') return `${eggs.length || counted?.count || 0} born`
  if (!counted) return `${waiting} of ${eggs.length} eggs`
  const what = kind === 'loose ova' ? 'ova' : 'eggs'
  return counted.low === counted.high ? `${waiting} ${what}` : `about ${waiting} ${what}`
}

/** What an excursion was and did, in words. */
export function excursionInWords(e: ExcursionView, figures: Figures): string {
  const shift =
    Math.abs(e.shiftDays) < 0.05
      ? 'hardly moved the date'
      : `${e.shiftDays > 0 ? 'brought' : 'put'} hatching ${e.shiftDays > 0 ? 'forward' : 'off'} by ${Math.abs(e.shiftDays).toFixed(1)} d`
  const hours = e.hours < 1 ? `${Math.round(e.hours * 60)} min` : `${e.hours.toFixed(1)} h`
  return `${hours} ${e.side} ${figures.celsiusBrief(e.lineC)}, ${e.side === 'above' ? 'up' : 'down'} to ${figures.celsius(e.peakC)}: ${shift}`
}

/** Said wherever surplus eggs are settled. */
export const SURPLUS_CAUTION =
  'Freeze eggs in their first days only, and never let any out of doors; ask a vet about later ones, and mind the law where you live.'
