import {
  figures as DECLARED,
  fullLabelOfFigure,
  setBySchool,
  SECTIONS,
  sectionOf,
  type OwnSchool,
  type School,
} from '@hatch-book/core'
import { Button, Select } from 'antd'
import { useState } from 'react'
import { FewFigures } from './FewFigures'
import { stagesIn, type Editing } from './editing'
import styles from './schools.module.css'

const NONE = 'none'

/** A keeper's own school: what it is called, its argument, and the figures that it sets. */
export function OwnSchoolEditor({
  school,
  onDone,
  ...editing
}: Editing & { school: OwnSchool; onDone(): void }) {
  const { figures } = editing
  const at = `school.${school.n}`
  const titles = new Map(SECTIONS)
  // All that is known of the species may be set, and what else a stage may have; what comes first in the year stands first.
  const keys = [...new Set([...Object.keys(figures), ...ofStages(figures)])]
    .filter((key) => titles.has(sectionOf(key)) && setBySchool(`${at}.sets.${key}`) !== undefined)
    .sort((a, b) => placeOf(a) - placeOf(b))
    .map((key) => `${at}.sets.${key}`)
  const labels = Object.fromEntries(
    keys.map((key) => {
      const set = setBySchool(key)!
      return [key, `${titles.get(sectionOf(set))}: ${fullLabelOfFigure(set, figures)}`]
    }),
  )
  return (
    <>
      <FewFigures
        {...editing}
        of="School"
        ranges={false}
        keys={[`${at}.name`, `${at}.argument`]}
        labels={{ [`${at}.name`]: 'Name', [`${at}.argument`]: 'Argument' }}
        shown
      />
      <FewFigures {...editing} of="Figures it sets" add="choose a figure" keys={keys} labels={labels} />
      <div className={styles.acts}>
        <Button onClick={onDone}>Close</Button>
      </div>
    </>
  )
}

/** What a stage is called and stands for is its own: no school changes it. */
const OF_STAGE_ITSELF = /^stage\.\*\.(?:name|like|formerly|instead)$/

const ofStages = (figures: Editing['figures']) =>
  stagesIn(figures).lived.flatMap(({ n }) =>
    Object.keys(DECLARED)
      .filter(
        (key) => key.startsWith('stage.*.') && !OF_STAGE_ITSELF.test(key) && !key.slice(8).includes('*'),
      )
      .map((key) => key.replace('*', String(n))),
  )

const placeOf = (key: string) => SECTIONS.findIndex(([prefix]) => prefix === sectionOf(key))

/** Taking a school away: where others follow it, it is asked what they follow instead. */
export function RemoveSchool({
  school,
  others,
  isFollowed,
  onRemove,
}: {
  school: OwnSchool
  others: readonly School[]
  isFollowed: boolean
  /** @param by letter of the school that is followed instead; null for none */
  onRemove(by: string | null): void
}) {
  const [by, setBy] = useState(NONE)
  return (
    <>
      {isFollowed && (
        <label className="small">
          Replace it with{' '}
          <Select
            size="small"
            aria-label={`Replacement for ${school.name}`}
            value={by}
            popupMatchSelectWidth={false}
            options={[
              { value: NONE, label: 'no school' },
              ...others.map((s) => ({ value: s.letter, label: s.name })),
            ]}
            onChange={setBy}
          />
        </label>
      )}
      <Button size="small" onClick={() => onRemove(by === NONE ? null : by)}>
        Remove {school.name || 'new school'}
      </Button>
    </>
  )
}
