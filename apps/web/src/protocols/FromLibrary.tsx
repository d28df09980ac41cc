import { findInLibrary, type LibraryEntry } from '@hatch-book/core'
import css from './newSpecies.module.css'

const MOST = 8

/** Species of the library that are called as what is typed: one of them brings its figures along. */
export function FromLibrary({ typed, onChoose }: { typed: string; onChoose(entry: LibraryEntry): void }) {
  const found = findInLibrary(typed)
  if (found.length === 0) return null
  return (
    <div role="group" aria-label="In the library">
      <h2 className={css.ask}>Is it one of these?</h2>
      <p className="quiet">The library has starting figures for these. You can change them all.</p>
      <div className={css.ways}>
        {found.slice(0, MOST).map((entry) => (
          <button key={entry.latin} type="button" className={css.way} onClick={() => onChoose(entry)}>
            <strong>{entry.name}</strong>
            <span>
              <i>{entry.latin}</i>
            </span>
          </button>
        ))}
      </div>
    </div>
  )
}
