import {
  questionsOf,
  schoolFigures,
  type ProtocolDocument,
  type ProtocolFigure,
  type ProtocolSettings,
} from '@hatch-book/core'
import { UNIT_WORDS, figureInWords } from './units'

/** Where keepers disagree: the schools side by side, with their arguments and what each would set. */
export function Schools({
  document,
  before,
  settings,
  editable,
  onChoose,
}: {
  document: ProtocolDocument
  before: Record<string, ProtocolFigure>
  settings: ProtocolSettings
  editable: boolean
  onChoose(question: string, letter: string | null): void
}) {
  const questions = questionsOf(document)
  if (questions.length === 0) return <p className="quiet">No question of this kind is open here.</p>
  return questions.map((q) => (
    <section key={q.code} style={{ marginBottom: 22 }}>
      <h3>{q.question}</h3>
      <div className="schools" role="radiogroup" aria-label={q.question}>
        {q.schools.map((school) => {
          const chosen = settings.schools[q.code] === school.letter
          const sets = schoolFigures(before, document, q.code, school.letter)
          return (
            <article key={school.letter} className={`card ${chosen ? 'now' : ''}`}>
              <strong>{school.name}</strong>
              <p>{school.argument}</p>
              <ul className="small">
                {sets.map(({ key, setting }) => (
                  <li key={key}>
                    {before[key]!.label}: <b>{figureInWords(setting.value, before[key]!.unit)}</b>{' '}
                    {UNIT_WORDS[before[key]!.unit]}
                    {String(before[key]!.value) !== String(setting.value) && (
                      <span className="quiet">
                        {' '}
                        instead of {figureInWords(before[key]!.value, before[key]!.unit).slice(0, 40)}
                      </span>
                    )}
                  </li>
                ))}
                {sets.length === 0 && <li className="quiet">leaves the figures as they are</li>}
              </ul>
              {editable && (
                <button
                  type="button"
                  role="radio"
                  aria-checked={chosen}
                  className="choose"
                  onClick={() => onChoose(q.code, chosen ? null : school.letter)}
                >
                  {chosen ? '● followed; click to leave it' : 'follow this school'}
                </button>
              )}
            </article>
          )
        })}
      </div>
    </section>
  ))
}
