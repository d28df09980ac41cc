import { estimateEggs } from '@hatch-book/core'
import { InputNumber, Segmented } from 'antd'
import css from './boxes.module.css'

/** Eggs that are counted and not kept one by one, as they are typed. */
export interface CountedDraft {
  counted: number
  sample: boolean
  part: number
  whole: number
}
export const freshCount = (counted: number): CountedDraft => ({ counted, sample: false, part: 2, whole: 10 })
export const countOf = ({ counted, sample, part, whole }: CountedDraft) =>
  sample ? { counted, part, whole } : { counted, part: 1, whole: 1 }

/** All of them counted, or a sample of known share, with the interval that follows. */
export function CountedFields({
  value = freshCount(0),
  onChange = () => undefined,
}: {
  value?: CountedDraft
  onChange?(value: CountedDraft): void
}) {
  const { counted, sample, part, whole } = value
  const number = (label: string, of: 'counted' | 'part' | 'whole', least: number) => (
    <InputNumber
      aria-label={label}
      min={least}
      max={1_000_000}
      value={value[of]}
      className="w-110"
      onChange={(n) => onChange({ ...value, [of]: n ?? least })}
    />
  )
  const estimate = sample && part > 0 && part <= whole ? estimateEggs({ counted, part, whole }) : null
  return (
    <div className="field">
      <Segmented
        aria-label="How they were counted"
        className={css.fits}
        value={sample ? 'sample' : 'all'}
        onChange={(how) => onChange({ ...value, sample: how === 'sample' })}
        options={[
          { value: 'all', label: 'all of them' },
          { value: 'sample', label: 'from a sample' },
        ]}
      />
      <div className="row above-12">
        {number(sample ? 'Counted in the sample' : 'Counted', 'counted', 0)}
        {sample && (
          <>
            <span>in</span>
            {number('Size of the sample', 'part', 0.001)}
            <span>of</span>
            {number('Size of the whole', 'whole', 0.001)}
            <span className="small quiet">grams, millilitres, squares: the same for both</span>
          </>
        )}
      </div>
      {estimate && (
        <p aria-live="polite">
          About <strong className="fig">{estimate.count}</strong>, between{' '}
          <span className="fig">{estimate.low}</span> and <span className="fig">{estimate.high}</span>
          <span className="small quiet"> (95 in 100, if they lie about by chance)</span>
        </p>
      )}
      {sample && part > whole && <span className="says">the sample is more than the whole</span>}
    </div>
  )
}
