import {
  durationInWords,
  gompertzWeight,
  growthOfTwo,
  readDuration,
  type GrowthCurve,
  type WeightAt,
} from '@hatch-book/core'
import { Button, Segmented } from 'antd'
import { useState } from 'react'
import { useFigures } from '../shell/figures'
import { CurveDrawn } from './CurveDrawn'
import { single, type Setting } from './editing'
import styles from './stages.module.css'

type Field = 'weight' | 'age' | 'weight later' | 'age then'
const NOTHING: Readonly<Record<Field, string>> = { weight: '', age: '', 'weight later': '', 'age then': '' }
const SEXES = ['female', 'male'] as const
type Sex = (typeof SEXES)[number]

/** Drawn so far beyond the older age, and so far above the final weight. */
const BEYOND = 1.5
const ABOVE = 1.05

/** Whoever knows the weight at two ages knows how it grows: the curve is worked out, and drawn before it is taken over. */
export function TwoWeights({ figures, editable, onSet }: Setting) {
  const { typed: reads, grams } = useFigures()
  const [sex, setSex] = useState<Sex>('female')
  const [typed, setTyped] = useState(NOTHING)
  const young = Number(figures['size.young']?.value)
  if (!editable || !(young > 0) || !figures['growth.female.A']) return null
  const told = (weight: string, age: string): WeightAt | null => {
    const [mass, days] = [reads.mass.read(weight), readDuration(age)]
    return 'value' in mass && mass.value !== null && 'value' in days && days.value !== null
      ? { grams: mass.value, ageDays: days.value }
      : null
  }
  const one = told(typed.weight, typed.age)
  const other = told(typed['weight later'], typed['age then'])
  const found =
    one && other ? growthOfTwo(young, one, other, Number(figures[`growth.${sex}.A`]?.value)) : null
  const take = ({ A, k, Ti }: GrowthCurve) => {
    onSet({
      [`growth.${sex}.A`]: single(Math.round(A * 10) / 10),
      [`growth.${sex}.k`]: single(Number(k.toPrecision(4))),
      [`growth.${sex}.Ti`]: single(Math.round(Ti)),
    })
    setTyped(NOTHING)
  }
  const field = (name: Field, placeholder: string) => (
    <input
      className="native fig w-90"
      aria-label={name}
      placeholder={placeholder}
      value={typed[name]}
      onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
    />
  )
  const { unit } = reads.mass
  return (
    <section className="card below-16" aria-label="From two weights">
      <strong>Do you know the weight at two ages?</strong>
      <div className={styles.acts}>
        <Segmented<Sex> aria-label="Sex" size="small" options={[...SEXES]} value={sex} onChange={setSex} />
        <span>
          {field('weight', `130 ${unit}`)} at {field('age', '2 years')}, and{' '}
          {field('weight later', `340 ${unit}`)} at {field('age then', '3 years')}
        </span>
      </div>
      {found && 'says' in found && (
        <p className="says" role="alert">
          {found.says}
        </p>
      )}
      {found && 'curve' in found && one && other && (
        <div role="status">
          <CurveDrawn
            label="Growth by these weights"
            to={Math.max(one.ageDays, other.ageDays) * BEYOND}
            most={found.curve.A * ABOVE}
            limit={found.curve.A}
            yOf={(ageDays) => gompertzWeight(found.curve, ageDays)}
            told={[one, other].map((t) => ({ x: t.ageDays, y: t.grams }))}
          />
          <p>
            {grams(gompertzWeight(found.curve, 0))} at birth, {grams(found.curve.A)} full-grown; fastest
            growth at {durationInWords(Math.max(0, Math.round(found.curve.Ti)))}.{' '}
            {found.by === 'final weight' &&
              'The full-grown weight is the one in the protocol: these two weights do not show where growth ends. '}
            {gompertzWeight(found.curve, 0) < young / 2 && (
              <strong>
                It is too low for young animals, since a newborn weighs {grams(young)}: use a weight from its
                first months if you have one.{' '}
              </strong>
            )}
            <Button size="small" onClick={() => take(found.curve)}>
              Use this curve
            </Button>
          </p>
        </div>
      )}
    </section>
  )
}
