import { addressOf, animalsApi, type placesApi, type PhotoView } from '@hatch-book/contract'
import { Button, Image, Segmented, Upload } from 'antd'
import { useState } from 'react'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useNotices } from '../shell/notices'

const SEEN_FROM = { above: ' from above', side: ' from the side', other: '' }

/** Photos of somebody or of a place, newest first, and a way to add one. */
export function Photos({
  name,
  of,
  photos,
  empty,
  views,
}: {
  name: string
  /** Of what they are, and where one is sent to. */
  of: { id: string; route: typeof animalsApi.addPhoto | typeof placesApi.addPhoto }
  photos: readonly PhotoView[]
  /** What to say of none. */
  empty: string
  /** From where it may be seen; with one there is nothing to choose. */
  views: readonly PhotoView['view'][]
}) {
  const figures = useFigures()
  const may = useMay()
  const notification = useNotices()
  const [view, setView] = useState(views[0]!)
  const [says, setSays] = useState('')
  const [busy, setBusy] = useState(false)
  const add = async (file: File) => {
    setSays('')
    setBusy(true)
    try {
      await send(of.route, { params: { id: of.id }, query: { view }, file })
    } catch (error) {
      setSays(wordsOf(error, 'The photo could not be saved.'))
    } finally {
      setBusy(false)
    }
  }
  const forget = async (photo: PhotoView) => {
    try {
      await send(animalsApi.removePhoto, { params: { id: photo.id } })
    } catch (error) {
      notification.error({ title: 'Not removed', description: (error as Error).message })
    }
  }
  return (
    <section className="card above-16">
      <h2>Photos</h2>
      {photos.length === 0 && <p className="quiet">{empty}</p>}
      <Image.PreviewGroup>
        <div className="photos">
          {photos.map((p) => (
            <figure key={p.id}>
              <Image
                src={addressOf(animalsApi.smallPhoto, { params: { id: p.id } })}
                preview={{ src: addressOf(animalsApi.largePhoto, { params: { id: p.id } }) }}
                alt={`${name}${SEEN_FROM[p.view]}, ${figures.day(p.at.slice(0, 10))}`}
              />
              <figcaption className="small">
                {views.length > 1 && `${p.view}, `}
                {figures.day(p.at.slice(0, 10))}
                {may.decide && (
                  <>
                    {' '}
                    <button type="button" className="plain" onClick={() => void forget(p)}>
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
        <div className="row no-print gap-12 above-12">
          {views.length > 1 && (
            <Segmented aria-label="Seen from" options={[...views]} value={view} onChange={setView} />
          )}
          <Upload
            accept="image/*"
            showUploadList={false}
            beforeUpload={(file) => {
              void add(file)
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
