import { protocolsApi, type ProtocolSummary } from '@hatch-book/contract'
import { App, Button, Upload } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { BrokenProtocols } from '../parts/BrokenProtocols'
import { send, wordsOf } from '../shell/api'
import { useProtocols } from '../shell/queries'
import { useMay } from '../shell/session'

const KEPT: readonly [ProtocolSummary['keptAs'], string][] = [
  ['animals', 'Kept individually'],
  ['cohorts', 'Kept in cohorts'],
  ['colonies', 'Feeder colonies and cultures'],
]

/** Every species with the figures it is kept by. */
export function ProtocolsPage() {
  const { data } = useProtocols()
  const may = useMay()
  if (!data) return null
  return (
    <section className="page">
      <BrokenProtocols />
      <div className="head">
        <h1>Protocols</h1>
        {may.decide && (
          <div className="side">
            <BringIn />
            <Link to="/protocols/new">
              <Button type="primary">New species</Button>
            </Link>
          </div>
        )}
      </div>
      <p style={{ maxWidth: 720 }}>
        What each species is kept by. Every figure is a starting figure to be edited, not veterinary advice
        and not law; where good keepers differ, choose a school and see how it does in your own hands.
      </p>
      {KEPT.map(([keptAs, title]) => {
        const group = data.filter((p) => p.keptAs === keptAs)
        return group.length === 0 ? null : (
          <section key={keptAs} style={{ marginTop: 14 }}>
            <h2>{title}</h2>
            <div className="cards">
              {group.map((p) => (
                <article className="card small-card" key={p.id}>
                  <Link to={`/protocols/${p.id}`} className="whole">
                    <div className="top">
                      <span className="tag">{p.code}</span>
                      <span className="place small">
                        {p.edition > 0
                          ? `edition ${p.edition}`
                          : p.wayOfLife
                            ? 'your species'
                            : 'starting figures'}
                      </span>
                    </div>
                    <div>
                      <strong>{p.species}</strong>
                    </div>
                    <div className="small quiet">
                      <i>{p.latin}</i>
                    </div>
                    <div className="between small" style={{ marginTop: 6 }}>
                      <span>{p.young}</span>
                      <span className="quiet">
                        {p.animals > 0 ? `${p.animals} in the book` : 'none in the book'}
                      </span>
                    </div>
                  </Link>
                </article>
              ))}
            </div>
          </section>
        )
      })}
    </section>
  )
}

function BringIn() {
  const { notification } = App.useApp()
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
        <span className="says" role="alert" style={{ maxWidth: 520 }}>
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
