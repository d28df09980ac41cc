import type { AnimalPage, PhotoView } from '@hatch-book/contract'
import { App, Button, Image, Segmented, Upload } from 'antd'
import { useState } from 'react'
import { RefusedError, api, refreshBook } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'

/** Photos from above and from the side, newest first. */
export function Photos({ page }: { page: AnimalPage }) {
  const figures = useFigures()
  const may = useMay()
  const { notification } = App.useApp()
  const [view, setView] = useState<PhotoView['view']>('above')
  const [says, setSays] = useState('')
  const [busy, setBusy] = useState(false)
  const send = async (file: File) => {
    setSays('')
    setBusy(true)
    try {
      await api.upload(`/api/animals/${page.animal.id}/photos?view=${view}`, file)
      await refreshBook()
    } catch (error) {
      setSays(error instanceof RefusedError ? error.problem.detail : 'The photo was not kept.')
    } finally {
      setBusy(false)
    }
  }
  const forget = async (photo: PhotoView) => {
    try {
      await api.send('DELETE', `/api/photos/${photo.id}`)
      await refreshBook()
    } catch (error) {
      notification.error({ title: 'Not removed', description: (error as Error).message })
    }
  }
  return (
    <section className="card" style={{ marginTop: 16 }}>
      <h2>Photos</h2>
      {page.photos.length === 0 && (
        <p className="quiet">None yet. From above and from the side tells most.</p>
      )}
      <Image.PreviewGroup>
        <div className="photos">
          {page.photos.map((p) => (
            <figure key={p.id}>
              <Image
                src={`/api/photos/${p.id}/small`}
                preview={{ src: `/api/photos/${p.id}/large` }}
                alt={`${page.animal.tag} from ${p.view === 'other' ? 'elsewhere' : p.view === 'side' ? 'the side' : 'above'}, ${figures.day(p.at.slice(0, 10))}`}
              />
              <figcaption className="small">
                {p.view}, {figures.day(p.at.slice(0, 10))}
                {may.decide && (
                  <>
                    {' '}
                    <button className="plain" onClick={() => void forget(p)}>
                      remove
                    </button>
                  </>
                )}
              </figcaption>
            </figure>
          ))}
        </div>
      </Image.PreviewGroup>
      {may.write && (
        <div className="row no-print" style={{ gap: 10, marginTop: 10 }}>
          <Segmented
            aria-label="Seen from"
            options={['above', 'side', 'other']}
            value={view}
            onChange={setView}
          />
          <Upload
            accept="image/*"
            showUploadList={false}
            beforeUpload={(file) => {
              void send(file)
              return false
            }}
          >
            <Button loading={busy}>Add a photo</Button>
          </Upload>
        </div>
      )}
      {says && (
        <p className="says" role="alert">
          {says}
        </p>
      )}
    </section>
  )
}
