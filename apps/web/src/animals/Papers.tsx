import { addressOf, animalsApi, type AnimalPage } from '@hatch-book/contract'
import { Button, Upload } from 'antd'
import { useState } from 'react'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'

const size = (bytes: number) =>
  bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`

/** Permits, bills, a vet's letters: kept beside the animal. */
export function Papers({ page }: { page: AnimalPage }) {
  const figures = useFigures()
  const may = useMay()
  const [says, setSays] = useState('')
  const act = async (work: Promise<unknown>, otherwise: string) => {
    setSays('')
    try {
      await work
    } catch (error) {
      setSays(wordsOf(error, otherwise))
    }
  }
  return (
    <section className="card above-16">
      <h2>Papers</h2>
      {page.papers.length === 0 && <p className="quiet">No permit, bill or letter is kept here.</p>}
      <ul className="lines">
        {page.papers.map((p) => (
          <li key={p.id} className="between">
            <a href={addressOf(animalsApi.paper, { params: { id: p.id } })}>{p.name}</a>
            <span className="small quiet">
              {size(p.size)}, {figures.day(p.at.slice(0, 10))}, {p.by}
              {may.decide && (
                <>
                  {' · '}
                  <button
                    type="button"
                    className="plain"
                    onClick={() =>
                      void act(send(animalsApi.removePaper, { params: { id: p.id } }), 'Not removed.')
                    }
                  >
                    remove
                  </button>
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
      {may.decide && (
        <Upload
          accept=".pdf,.txt,image/png,image/jpeg"
          showUploadList={false}
          beforeUpload={(file) => {
            const name = file.name.slice(0, 160)
            void act(
              send(animalsApi.addPaper, { params: { id: page.animal.id }, query: { name }, file }),
              'The paper could not be saved.',
            )
            return false
          }}
        >
          <Button className="above-8">Keep a paper here</Button>
        </Upload>
      )}
      {says && (
        <p className="says" role="alert">
          {says}
        </p>
      )}
    </section>
  )
}
