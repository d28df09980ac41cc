import { ALLELE_MODES, LINKAGES, type Allele, type Locus } from '@hatch-book/core'
import { Input, InputNumber, Select } from 'antd'
import css from './kin.module.css'

const HARMS = ['no harm known', 'lethal', 'impaired'] as const

/** A locus as it is read. */
export function LocusWords({ locus }: { locus: Locus }) {
  return (
    <div>
      <span className={`fig quiet ${css.allele}`}>{locus.name}</span>
      {locus.alleles.map((a, i) => (
        <span key={a.word}>
          {i > 0 && <span className="quiet"> · </span>}
          <strong>{a.word}</strong> <span className="small">{a.mode}</span>
          {a.doubled && <span className="small bad">, two copies {a.doubled.harm}</span>}
        </span>
      ))}
      {locus.linkage !== 'autosome' && <span className="small warm"> on {locus.linkage}</span>}
      {locus.pairs?.map((p) => (
        <span key={p.word} className="small quiet">
          {' '}
          ({p.alleles.join(' + ')}: {p.word})
        </span>
      ))}
      <div className="small quiet">
        {locus.alleles
          .map((a) => [a.seen, a.note].filter(Boolean).join('; '))
          .filter(Boolean)
          .join('. ')}
      </div>
    </div>
  )
}

/** A locus as it is edited: where it lies, and its alleles. */
export function LocusForm({
  locus,
  onChange,
  onRemove,
  says,
}: {
  locus: Locus
  onChange(locus: Locus): void
  onRemove(): void
  says: readonly string[]
}) {
  const set = (i: number, allele: Allele) =>
    onChange({ ...locus, alleles: locus.alleles.map((a, k) => (k === i ? allele : a)) })
  const harm = (allele: Allele, value: (typeof HARMS)[number]): Allele => {
    const { doubled: _, ...rest } = allele
    return value === 'no harm known'
      ? rest
      : {
          ...rest,
          doubled: {
            harm: value,
            share: allele.doubled?.share ?? 1,
            says: allele.doubled?.says ?? 'two copies harm',
          },
        }
  }
  return (
    <div className="in-rows gap-8">
      <div className="row">
        <Input
          aria-label="locus"
          size="small"
          className="w-76"
          maxLength={12}
          value={locus.name}
          onChange={(e) => onChange({ ...locus, name: e.target.value })}
        />
        <Select
          aria-label="lies on"
          size="small"
          className="w-110"
          value={locus.linkage}
          onChange={(linkage) => onChange({ ...locus, linkage })}
          options={LINKAGES.map((l) => ({ value: l, label: l === 'autosome' ? l : `on ${l}` }))}
        />
        <button type="button" className="plain small" onClick={onRemove}>
          remove
        </button>
        <button
          type="button"
          className="plain small"
          onClick={() =>
            onChange({ ...locus, alleles: [...locus.alleles, { word: 'another trait', mode: 'recessive' }] })
          }
        >
          add an allele
        </button>
      </div>
      {locus.alleles.map((a, i) => (
        <div className="row" key={i}>
          <Input
            aria-label="trait"
            size="small"
            className="w-150"
            maxLength={40}
            value={a.word}
            onChange={(e) => set(i, { ...a, word: e.target.value.toLowerCase() })}
          />
          <Select
            aria-label="mode"
            size="small"
            className="w-190"
            value={a.mode}
            onChange={(mode) => set(i, { ...a, mode })}
            options={ALLELE_MODES.map((m) => ({ value: m, label: m }))}
          />
          <Select
            aria-label="two copies"
            size="small"
            className="w-150"
            value={(a.doubled?.harm ?? 'no harm known') as (typeof HARMS)[number]}
            onChange={(v: (typeof HARMS)[number]) => set(i, harm(a, v))}
            options={HARMS.map((h) => ({ value: h, label: h }))}
          />
          {a.mode === 'dominant' && (
            <InputNumber
              aria-label="shows in per cent"
              size="small"
              min={1}
              max={100}
              suffix="% show"
              className="w-110"
              value={Math.round((a.shownBy ?? 1) * 100)}
              onChange={(n) => set(i, { ...a, shownBy: (n ?? 100) / 100 })}
            />
          )}
          {locus.alleles.length > 1 && (
            <button
              type="button"
              className="plain small"
              onClick={() => onChange({ ...locus, alleles: locus.alleles.filter((_, k) => k !== i) })}
            >
              remove
            </button>
          )}
        </div>
      ))}
      {says.map((s) => (
        <span key={s} className="says small bad" role="alert">
          {s}
        </span>
      ))}
    </div>
  )
}
