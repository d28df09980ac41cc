import { addressOf, animalsApi, protocolsApi, speciesApi, type KeptSpecies } from '@hatch-book/contract'
import { counted } from '@hatch-book/core'
import { Button, Upload } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { BrokenProtocols } from '../parts/BrokenProtocols'
import { NoSpecies } from '../parts/NoSpecies'
import { send, useAsk, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import css from './species.module.css'
import { NotYet } from '../parts/NotYet'
import { useNotices } from '../shell/notices'

const KEPT: readonly [KeptSpecies['keptAs'], string][] = [
  ['animals', 'Kept individually'],
  ['cohorts', 'Kept in cohorts'],
  ['colonies', 'Feeder colonies and cultures'],
]

/** The species of the book: how many of each are here, what comes next, and the way to the figures it is kept by. */
export function ProtocolsPage() {
  const asked = useAsk(speciesApi.kept)
  const { data } = asked
  const may = useMay()
  if (!data) return <NotYet of={asked} page />
  const { today, species } = data
  const hidden = species.filter((s) => s.hidden)
  return (
    <section className="page">
      <BrokenProtocols />
      <div className="head">
        <h1>Species</h1>
        {may.decide && (
          <div className="side">
            <BringIn />
            <Link to="/protocols/library">
              <Button>Add from library</Button>
            </Link>
            <Link to="/protocols/new">
              <Button type="primary">New species</Button>
            </Link>
          </div>
        )}
      </div>
      <p className="upto-720">
        What each species is kept by. Every figure is a starting figure to be edited, not veterinary advice
        and not law; where good keepers differ, choose a school and see how it does in your own hands.
      </p>
      {species.length === 0 && (
        <div className="empty">
          <p>This book has no species yet.</p>
          <NoSpecies />
        </div>
      )}
      {KEPT.map(([keptAs, title]) => {
        const group = species.filter((s) => s.keptAs === keptAs && !s.hidden)
        return group.length === 0 ? null : (
          <section key={keptAs} className="above-16">
            <h2>{title}</h2>
            <Cards of={group} today={today} />
          </section>
        )
      })}
      {hidden.length > 0 && (
        <details className={css.hidden}>
          <summary>Hidden ({hidden.length})</summary>
          <Cards of={hidden} today={today} />
        </details>
      )}
    </section>
  )
}

const Cards = ({ of, today }: { of: readonly KeptSpecies[]; today: string }) => (
  <div className="cards">
    {of.map((species) => (
      <SpeciesCard key={species.id} species={species} today={today} />
    ))}
  </div>
)

/** How much of a species is here. */
function hereInWords({ keptAs, here, cohorts }: KeptSpecies): string {
  if (keptAs === 'colonies') return here === 0 ? 'no colony yet' : counted(here, 'colony', 'colonies')
  const parts = [
    ...(cohorts > 0 ? [counted(cohorts, 'cohort')] : []),
    ...(here > 0 ? [counted(here, 'animal')] : []),
  ]
  return parts.length > 0 ? parts.join(', ') : 'none here'
}

function SpeciesCard({ species, today }: { species: KeptSpecies; today: string }) {
  const figures = useFigures()
  const { id, photoId, next } = species
  return (
    <article className="card small-card">
      <Link to={`/protocols/${id}`} className={`whole ${css.card}`}>
        {photoId && (
          <img
            className={css.photo}
            src={addressOf(animalsApi.smallPhoto, { params: { id: photoId } })}
            alt=""
            loading="lazy"
          />
        )}
        <div>
          <strong>{species.species}</strong>
          <div className="small quiet">
            <i>{species.latin}</i>
          </div>
          <div className="small">{hereInWords(species)}</div>
          {next && (
            <div className="small quiet">
              {next.due <= today ? 'now' : figures.day(next.due)}: {next.name}, {next.says}
            </div>
          )}
        </div>
      </Link>
    </article>
  )
}

function BringIn() {
  const notification = useNotices()
  const [says, setSays] = useState('')
  const bringIn = async (file: File) => {
    setSays('')
    try {
      const done = await send(protocolsApi.bringIn, { file })
      notification.success({
        title: done.added
          ? `${done.species} is in the book now`
          : done.changed === 0
            ? `${done.species}: nothing in the file is new`
            : `${done.species}: ${done.changed} figures changed, as a new edition`,
      })
    } catch (error) {
      setSays(wordsOf(error, 'This file could not be read.'))
    }
  }
  return (
    <div className="side">
      {says && (
        <span className="says upto-520" role="alert">
          Nothing was taken over. {says}
        </span>
      )}
      <Upload
        accept=".json"
        showUploadList={false}
        beforeUpload={(file) => {
          void bringIn(file)
          return false
        }}
      >
        <Button>Bring in a protocol file</Button>
      </Upload>
    </div>
  )
}
