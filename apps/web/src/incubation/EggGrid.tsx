import type { EggFate } from '@hatch-book/core'
import { Segmented } from 'antd'
import { EggMark } from '../parts/Egg'
import { MassInput } from '../parts/MassInput'
import type { RefusedError } from '../shell/api'
import css from './boxes.module.css'

/** What a finder sees of an egg at once; a tap goes to the next. */
const SEEN: readonly EggFate[] = ['set', 'good', 'infertile', 'damaged', 'dented', 'mouldy']

export interface FoundEgg {
  id: string
  fate: EggFate
  grams: string
}

/** The eggs of a clutch as they lie: each with how it looks and, where it was weighed, its weight. */
export function EggGrid({
  value: eggs = [],
  onChange = () => undefined,
  error,
}: {
  value?: FoundEgg[]
  onChange?(eggs: FoundEgg[]): void
  error: RefusedError | null
}) {
  const set = (id: string, part: Partial<FoundEgg>) =>
    onChange(eggs.map((e) => (e.id === id ? { ...e, ...part } : e)))
  return (
    <>
      <p className="small quiet">
        Tap an egg for how it looks; leave it as set where you cannot tell yet. Weights may be empty.
      </p>
      <div className={css.eggs}>
        {eggs.map((egg, i) => (
          <div key={egg.id} className={`card ${css.eggCell}`}>
            <button
              type="button"
              aria-label={`egg ${i + 1}: ${egg.fate}`}
              onClick={() => set(egg.id, { fate: SEEN[(SEEN.indexOf(egg.fate) + 1) % SEEN.length]! })}
              className={css.eggKey}
            >
              <EggMark fate={egg.fate} size={26} />
              <div className="small">
                <span className="fig">{i + 1}</span> {egg.fate}
              </div>
            </button>
            <MassInput
              aria-label={`weight of egg ${i + 1}`}
              size="small"
              value={egg.grams}
              onChange={(grams) => set(egg.id, { grams })}
            />
            {error?.says(`eggs.${i}.grams`) && (
              <span className="bad small">{error.says(`eggs.${i}.grams`)}</span>
            )}
          </div>
        ))}
      </div>
      <div className="row above-12 below-12">
        <span className="small quiet">all of them look</span>
        <Segmented
          aria-label="all eggs"
          size="small"
          options={[...SEEN]}
          value={eggs.every((e) => e.fate === eggs[0]?.fate) ? eggs[0]!.fate : ''}
          onChange={(fate) => onChange(eggs.map((e) => ({ ...e, fate: fate as EggFate })))}
        />
      </div>
    </>
  )
}
