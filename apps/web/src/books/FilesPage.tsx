import { addressOf, archiveApi, type ReplyOf } from '@hatch-book/contract'
import { Link } from 'react-router'
import { useAsk } from '../shell/api'
import { useMay } from '../shell/session'
import { Archive } from './Archive'
import { BookHead } from './BookHead'
import { NotYet } from '../parts/NotYet'

/** What goes out of the book and comes in, as files. */
export function FilesPage() {
  const may = useMay()
  const asked = useAsk(archiveApi.csvLists, {}, { staleTime: Infinity })
  const { data } = asked
  if (!data) return <NotYet of={asked} page />
  return (
    <section className="page">
      <BookHead title="Files" />
      <div className="columns halves">
        <Lists lists={data.lists} />
        <div>
          <Archive />
          <div className={`card ${may.run ? 'above-16' : ''}`}>
            <h3>Other ways</h3>
            <ul className="lines">
              {may.decide && (
                <li>
                  <Link to="/animals/import">Bring in a list</Link>{' '}
                  <span className="small quiet">of animals, weights or meals</span>
                </li>
              )}
              {may.seesBuyers && (
                <>
                  <li>
                    <Link to="/leaving/register">The register of movements</Link>{' '}
                    <span className="small quiet">between two days, as CSV</span>
                  </li>
                  <li>
                    <Link to="/leaving/links">A calendar for a telephone</Link>{' '}
                    <span className="small quiet">
                      hatches, rounds and hand-overs, by an address of its own
                    </span>
                  </li>
                </>
              )}
              <li>
                <a href="/api/openapi.json" target="_blank" rel="noreferrer">
                  The interface for programs
                </a>{' '}
                <span className="small quiet">every request and reply, as an OpenAPI document</span>
              </li>
            </ul>
          </div>
        </div>
      </div>
    </section>
  )
}

function Lists({ lists }: { lists: ReplyOf<typeof archiveApi.csvLists>['lists'] }) {
  return (
    <div className="card" role="region" aria-label="Lists for a spreadsheet">
      <h3>Lists for a spreadsheet</h3>
      <p className="small quiet">
        CSV with headings, names instead of identities, days and hours by the book’s clock, weights in grams.
      </p>
      <ul className="lines">
        {lists.map(({ name, says }) => (
          <li key={name} className="between">
            <a href={addressOf(archiveApi.csv, { params: { name } })} download>
              {name}
            </a>
            <span className="small quiet">{says}</span>
          </li>
        ))}
      </ul>
    </div>
  )
}
