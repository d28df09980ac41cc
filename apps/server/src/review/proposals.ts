import type { ReviewProposal } from '@hatch-book/contract'
import {
  groupFigures,
  type GroupFigure,
  type Measure,
  type MeasureName,
  type ReviewFact,
  type SeasonReview,
} from '@hatch-book/core'
import type { ProtocolShelf } from '../protocols'

/** Of fewer clutches nothing is proposed: a protocol stands for more than one good or bad day. */
const LEAST_UNITS = 4

/** Figures of protocols that a room's own seasons can speak against: which measure, and how it is written there. */
const OWN_FIGURES: readonly { measure: MeasureName; key: string; write(value: number): number }[] = [
  { measure: 'eggs', key: 'clutch.count', write: Math.round },
  { measure: 'hatch rate', key: 'incubation.hatchRate', write: (share) => Math.round(share * 100) / 100 },
  { measure: 'hatchling weight', key: 'size.young', write: (grams) => Math.round(grams * 10) / 10 },
]

/** What protocols would say, had they been written from these seasons. */
export function proposalsOf(
  review: SeasonReview,
  facts: readonly ReviewFact[],
  shelf: ProtocolShelf,
): ReviewProposal[] {
  return shelf.rows.flatMap(({ id, species }) => {
    const edition = shelf.edition(id, 'species', '')
    const { figures } = shelf.document(id)
    const valueOf = (key: string) => figures[key]?.value
    const base = { protocolId: id, species, basedOn: edition?.number ?? 0 }
    const own = OWN_FIGURES.flatMap(({ measure, key, write }): ReviewProposal[] => {
      const said = figures[key]
      const from = valueOf(key)
      const { measure: of } = review.measures.find((m) => m.measure.name === measure) ?? {}
      const seen = of && figureOf(facts, of, species)
      if (!said || typeof from !== 'number' || !seen || seen.units < LEAST_UNITS) return []
      const { value, low, high } = seen
      if (value === null || low === null || high === null || (low <= from && from <= high)) return []
      return [
        {
          ...{ ...base, key, label: said.label, from, to: write(value), unit: said.unit },
          ...{ low: said.low, high: said.high },
          because: `${seen.units} clutches here say ${sayOf(of, value)} (${sayOf(of, low)} to ${sayOf(of, high)}); the protocol's ${sayOf(of, from)} lies outside`,
        },
      ]
    })
    const methods = methodsOf(review, species).flatMap((m) => {
      const said = figures[m.key]
      return said ? [{ ...base, ...m, label: said.label, unit: said.unit, from: valueOf(m.key)! }] : []
    })
    return [...own, ...methods].filter((p) => p.from !== p.to)
  })
}

const figureOf = (facts: readonly ReviewFact[], measure: Measure, species: string): GroupFigure =>
  groupFigures(measure, [
    facts.filter((f) => f.measure === measure.name && f.is.species === species && f.count > 0),
  ])[0]!

const sayOf = (measure: Measure, value: number) =>
  measure.kind === 'share' ? `${Math.round(value * 100)} %` : `${Math.round(value * 10) / 10} ${measure.unit}`

/** A method that did worse than the one before it, more than chance: back to that one. */
function methodsOf(review: SeasonReview, species: string) {
  return review.changes.flatMap((change) => {
    if (change.dimension !== 'method' || !change.species.includes(species)) return []
    const worse = change.effects.find(
      ({ measure, comparison: { difference, verdict } }) =>
        verdict === 'more than chance' &&
        measure.better !== null &&
        difference > 0 === (measure.better === 'less'),
    )
    if (!worse) return []
    const { measure, comparison, tiedToSeason } = worse
    const size = sayOf(measure, Math.abs(comparison.difference))
    return [
      {
        ...{ key: 'incubation.usualMethod', low: null, high: null, to: change.from },
        because: `${measure.says}: ${size} ${comparison.difference > 0 ? 'more' : 'less'} with ‘${change.to}’, more than chance (p ${comparison.p.toFixed(3)})${tiedToSeason ? '; no season had both, so set a clutch of each side by side' : ''}`,
      },
    ]
  })
}
