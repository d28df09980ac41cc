import { chanceOfCopies, locusOf, proveCarrier, provingPower, wild, type Belief } from '@hatch-book/core'
import { InputNumber } from 'antd'
import { useState } from 'react'
import type { Mate, Scene } from './queries'
import { genesInWords, percent } from './words'

const MATES_SHOWN = 6

/** What so many young would tell: which mate tells most, how many it takes, and what was learned so far. */
export function Proving({
  scene,
  animalId,
  trait,
  onClose,
}: {
  scene: Scene
  animalId: string
  trait: string
  onClose(): void
}) {
  const mate = scene.mates.find((m) => m.id === animalId)
  const [young, setYoung] = useState(scene.rules.clutch?.count.typical ?? 8)
  const [seen, setSeen] = useState<{ id: string; showing: number; plain: number } | null>(null)
  if (!mate || mate.sex === 'unknown')
    return <p className="note bad">It is not sexed yet, so no test mate can be chosen.</p>
  const { locus, allele } = locusOf(scene.genes, trait)
  const sex = mate.sex
  const prior = mate.beliefs[locus.name] ?? wild(locus, sex)
  const named = locus.alleles[allele - 1]
  if (!named)
    return (
      <p className="note">
        ‘{trait}’ is what two different genes look like together. Ask for one of them by itself.
      </p>
    )
  const copies =
    named.doubledWord === trait ||
    (named.mode !== 'recessive' && chanceOfCopies(locus, sex, prior, allele) > 0.995)
      ? 2
      : 1
  const other = sex === 'female' ? 'male' : 'female'
  const believed = (m: Mate): Belief => m.beliefs[locus.name] ?? wild(locus, other)
  const question = { locus, trait: named.word, sex, prior, matings: [], copies } as const
  const candidates = scene.mates
    .filter((m) => m.sex === other && m.presence === 'here' && m.verdict !== null)
    .map((m) => ({ m, power: provingPower(question, believed(m), young) }))
    .sort((a, b) => a.power.left - b.power.left || a.m.tag.localeCompare(b.m.tag))
    .slice(0, MATES_SHOWN)
  const chance = chanceOfCopies(locus, sex, prior, allele, copies)
  const what = copies === 2 ? `two copies of ${named.word}` : named.word
  const with_ = seen && candidates.find((c) => c.m.id === seen.id)
  const after = with_
    ? (() => {
        try {
          return proveCarrier({
            ...question,
            matings: [{ mate: believed(with_.m), showing: seen.showing, plain: seen.plain }],
          })
        } catch (error) {
          return (error as Error).message
        }
      })()
    : null
  return (
    <article className="card now below-16" aria-label={`Proving ${mate.tag}`}>
      <div className="between">
        <h3>
          Does {mate.tag} carry {what}?
        </h3>
        <button type="button" className="plain small" onClick={onClose}>
          close
        </button>
      </div>
      <p>
        Now <strong className="fig">{percent(chance)}</strong>. After{' '}
        <Young label="young" value={young} onChange={(n) => setYoung(Math.max(1, n))} /> young by each mate:
      </p>
      <table className="plain-table">
        <thead>
          <tr>
            <th>mate</th>
            <th>sure after them</th>
            <th>young till 95 %</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {candidates.map(({ m, power }, i) => (
            <tr key={m.id}>
              <td>
                <span className="tag">{m.tag}</span>{' '}
                {i === 0 && power.left < 0.99 && <span className="small good">tells most</span>}
                <div className="small quiet">{genesInWords(m.words)}</div>
              </td>
              <td className="fig">{percent(power.settled)}</td>
              <td className="fig">
                {power.youngNeeded ?? (power.settled > 0.005 ? 'only if one shows' : 'never tells')}
              </td>
              <td>
                <button
                  type="button"
                  className="plain small"
                  onClick={() => setSeen({ id: m.id, showing: 0, plain: young })}
                >
                  what if
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {candidates.length === 0 && <p className="quiet">No mate of the other sex is here.</p>}
      {seen && with_ && (
        <p className="above-8">
          With {with_.m.tag}:{' '}
          <Young
            label="showing it"
            value={seen.showing}
            onChange={(showing) => setSeen({ ...seen, showing })}
          />{' '}
          show it,{' '}
          <Young
            label="not showing it"
            value={seen.plain}
            onChange={(plain) => setSeen({ ...seen, plain })}
          />{' '}
          do not:{' '}
          {typeof after === 'string' ? (
            <span className="bad">{after}</span>
          ) : (
            after && (
              <strong>
                {percent(after.after)}, {after.standing}
              </strong>
            )
          )}
        </p>
      )}
      <p className="small quiet">
        Young that are looked over and written down (‘plain’, or what shows) count here by themselves. One
        that shows a recessive settles it at once.
      </p>
    </article>
  )
}

function Young({ label, value, onChange }: { label: string; value: number; onChange(n: number): void }) {
  return (
    <InputNumber
      aria-label={label}
      size="small"
      min={0}
      max={200}
      value={value}
      className="w-76"
      onChange={(n) => onChange(n ?? 0)}
    />
  )
}
