import type { Follower, Instead } from '@hatch-book/contract'
import {
  fullLabelOfFigure,
  nextOwn,
  numberOfOwn,
  OF_NO_QUESTION,
  ownLetter,
  ownSchools,
  putAside,
  questionsOf,
  schoolFigures,
  type OwnSchool,
  type ProtocolDocument,
  type ProtocolSettings,
  type School,
  type SchoolQuestion,
} from '@hatch-book/core'
import { Button } from 'antd'
import { useState } from 'react'
import { withFigures, withSchool } from './draft'
import { single, type Editing, type Sets } from './editing'
import { WordsField } from './FigureTable'
import { OwnSchoolEditor, RemoveSchool } from './OwnSchoolEditor'
import styles from './schools.module.css'
import { UNIT_WORDS, figureInWords } from './units'

interface Props extends Editing {
  species: Pick<ProtocolDocument, 'code' | 'wayOfLife'>
  settings: ProtocolSettings
  /** Who follows what, of the forms, lines and animals that have settings of their own. */
  followers: readonly Follower[]
  /** Schools are written for the whole species; one line or animal chooses among them. */
  ofSpecies: boolean
  onChange(settings: ProtocolSettings, instead?: readonly Instead[]): void
}

/** Where keepers disagree: the schools side by side, with their arguments and what each would set; and those that the keeper writes. */
export function Schools(props: Props) {
  const { figures, species, editable, ofSpecies, onSet } = props
  const [open, setOpen] = useState<number | null>(null)
  const writes = editable && ofSpecies
  const questions = questionsOf({ ...species, figures })
  const add = (question: string, more: Sets = {}) => {
    const n = nextOwn(figures, 'school')
    onSet({ ...more, [`school.${n}.name`]: single(''), [`school.${n}.of`]: single(question) })
    setOpen(n)
  }
  const ask = () => {
    const n = nextOwn(figures, 'question')
    add(ownLetter(n), { [`school.question.${n}.asks`]: single('') })
  }
  return (
    <>
      {questions.length === 0 && <p className="quiet">No schools for this species yet.</p>}
      {questions.map((q) => (
        <Question key={q.code} {...props} q={q} open={open} onOpen={setOpen}>
          {writes && (
            <Button size="small" onClick={() => add(q.code)}>
              Add your own school
            </Button>
          )}
        </Question>
      ))}
      {writes && <Button onClick={ask}>Add your own question</Button>}
      {writes && <PutAside {...props} />}
    </>
  )
}

/** Schools that were removed though they came with the species' file. */
function PutAside({ figures, isOwn, onSet }: Editing) {
  return putAside(figures).map(({ n, name }) => (
    <p key={n} className="small quiet">
      Removed: {name}{' '}
      {isOwn(`school.${n}.of`) && (
        <button type="button" className="plain" onClick={() => onSet({ [`school.${n}.of`]: null })}>
          Put it back
        </button>
      )}
    </p>
  ))
}

interface QuestionProps extends Props {
  q: SchoolQuestion
  open: number | null
  onOpen(n: number | null): void
  children: React.ReactNode
}

function Question({ q, open, onOpen, children, ...props }: QuestionProps) {
  const { figures, settings, ofSpecies, editable, onChange } = props
  const writes = editable && ofSpecies
  const own = ownSchools(figures)
  const ownN = numberOfOwn(q.code)
  return (
    <section className={styles.question}>
      <h3>{q.question || 'New question'}</h3>
      {ownN !== null && writes && <OwnQuestion {...props} at={`school.question.${ownN}.asks`} q={q} />}
      <div className={styles.schools} role="radiogroup" aria-label={q.question || 'New question'}>
        {q.schools.map((school) => {
          const mine = own.find((s) => s.letter === school.letter)
          return mine && writes && open === mine.n ? (
            <article key={school.letter} className={`card ${styles.open}`}>
              <OwnSchoolEditor {...props} school={mine} onDone={() => onOpen(null)} />
            </article>
          ) : (
            <SchoolCard key={school.letter} {...props} q={q} school={school}>
              {mine && writes && <OwnActs {...props} q={q} school={mine} onOpen={() => onOpen(mine.n)} />}
              {editable && school.name !== '' && (
                <Choose
                  chosen={settings.schools[q.code] === school.letter}
                  onChoose={(letter) => onChange(withSchool(settings, q.code, letter))}
                  letter={school.letter}
                />
              )}
            </SchoolCard>
          )
        })}
      </div>
      <div className={styles.acts}>{children}</div>
    </section>
  )
}

/** A question as its keeper words it; it goes once no school answers it. */
function OwnQuestion({
  at,
  q,
  figures,
  faults,
  isOwn,
  editable,
  onSet,
}: Editing & { at: string; q: SchoolQuestion }) {
  return (
    <div className={styles.asks}>
      <WordsField
        id={at}
        label="Question"
        value={String(figures[at]?.value ?? '')}
        editable={editable}
        onSet={(value) => onSet({ [at]: single(value) })}
      />
      {faults[at] && (
        <div className="says" role="alert">
          {faults[at]}
        </div>
      )}
      {q.schools.length === 0 && isOwn(at) && (
        <button type="button" className="plain" onClick={() => onSet({ [at]: null })}>
          Remove this question
        </button>
      )}
    </div>
  )
}

/** A keeper's own school is changed, or taken away; whoever follows it follows another from then on. */
function OwnActs({
  q,
  school,
  onOpen,
  ...props
}: Props & { q: SchoolQuestion; school: OwnSchool; onOpen(): void }) {
  const { figures, before, settings, isOwn, onChange } = props
  const at = `school.${school.n}`
  const remove = (by: string | null) => {
    const keys = Object.keys(figures).filter((key) => key.startsWith(`${at}.`))
    const sets: Sets =
      `${at}.name` in before
        ? { [`${at}.of`]: single(OF_NO_QUESTION) }
        : Object.fromEntries(keys.filter(isOwn).map((key) => [key, null]))
    const isFollowed = settings.schools[q.code] === school.letter
    onChange(withFigures(isFollowed ? withSchool(settings, q.code, by) : settings, sets), [
      { question: q.code, letter: school.letter, by },
    ])
  }
  return (
    <div className={styles.acts}>
      <Button size="small" onClick={onOpen}>
        Edit
      </Button>
      <RemoveSchool
        school={school}
        others={q.schools.filter((s) => s.letter !== school.letter)}
        isFollowed={followersOf(props.followers, q.code, school.letter).length > 0}
        onRemove={remove}
      />
    </div>
  )
}

const followersOf = (followers: readonly Follower[], question: string, letter: string) =>
  followers.filter((f) => f.question === question && f.letter === letter)

const nameOf = ({ scope, of }: Follower) => (scope === 'animal' ? of : `${scope} ${of}`)

function SchoolCard({
  q,
  school,
  children,
  ...props
}: Props & { q: SchoolQuestion; school: School; children: React.ReactNode }) {
  const { figures, before, species, settings, followers } = props
  const chosen = settings.schools[q.code] === school.letter
  const written = Object.fromEntries(Object.entries(figures).filter(([key]) => key.startsWith('school.')))
  const sets = schoolFigures({ ...before, ...written }, species, q.code, school.letter)
  const others = followersOf(followers, q.code, school.letter)
  return (
    <article className={`card ${chosen ? 'now' : ''}`}>
      <strong>{school.name || 'New school'}</strong>
      <p>{school.argument}</p>
      <ul className="small">
        {sets.map(({ key, setting }) => {
          const { unit, value } = before[key] ?? { unit: figures[key]?.unit ?? 'words', value: undefined }
          return (
            <li key={key}>
              {fullLabelOfFigure(key, before)}: <b>{figureInWords(setting.value, unit)}</b> {UNIT_WORDS[unit]}
              {value !== undefined && String(value) !== String(setting.value) && (
                <span className="quiet"> instead of {figureInWords(value, unit).slice(0, 40)}</span>
              )}
            </li>
          )
        })}
        {sets.length === 0 && <li className="quiet">leaves the figures as they are</li>}
      </ul>
      {others.length > 0 && (
        <p className="small quiet">Followed by {new Intl.ListFormat('en').format(others.map(nameOf))}.</p>
      )}
      {children}
    </article>
  )
}

function Choose({
  letter,
  chosen,
  onChoose,
}: {
  letter: string
  chosen: boolean
  onChoose(letter: string | null): void
}) {
  return (
    <button
      type="button"
      role="radio"
      aria-checked={chosen}
      className={styles.choose}
      onClick={() => onChoose(chosen ? null : letter)}
    >
      {chosen ? '● Following (click to stop)' : 'Follow this school'}
    </button>
  )
}
