import { importsApi } from '@hatch-book/contract'
import { useState } from 'react'
import { Link } from 'react-router'
import { FileDrop } from '../parts/FileDrop'
import { send, useAsk, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useGoOn } from '../shell/useGoOn'

const ANIMALS = `tag,species,sex,hatched,dam,sire,place,weight g
K01,corn snake,female,2022-07-14,,,A1,412
K02,corn snake,male,about 2021,,,A2,388
K03,corn snake,,2025-08,K01,K02,N1,74`
const ENTRIES = `tag,date,weight oz,fed,prey
K01,3/9/2025,14.5,ate,hopper mouse
K02,3/9/2025,13.7,no,`
const WIDE = `tag,1 Sep 2025,8 Sep 2025,15 Sep 2025
K01,412,418,
K02,388,390,391`

/** Where a list begins its way in, and what became of earlier ones. */
export function ImportPage() {
  const goOn = useGoOn()
  const [says, setSays] = useState('')
  const [busy, setBusy] = useState(false)
  const open = async (file: File) => {
    setBusy(true)
    setSays('')
    try {
      const list = await send(importsApi.open, { query: { fileName: file.name }, file })
      goOn(`/animals/import/${list.id}`)
    } catch (error) {
      setSays(wordsOf(error))
      setBusy(false)
    }
  }
  return (
    <section className="page">
      <div className="head">
        <h1>Bring in a list</h1>
        <Link to="/animals">all animals</Link>
      </div>
      <div className="columns with-side-wide">
        <div>
          <FileDrop
            label={busy ? 'Being read …' : 'Choose a CSV list of animals, weights or meals'}
            onFile={(f) => void open(f)}
          />
          {says && (
            <p className="note bad" role="alert">
              {says} Nothing was brought in.
            </p>
          )}
          <p>
            Nothing is written before you have seen how every column is read. Faulty rows can be mended where
            they stand, and all of a list is undone in one step.
          </p>
          <Earlier />
        </div>
        <div className="card small">
          <h3>What a list may look like</h3>
          <p>One row an animal; tag and species are wanted, the rest may be missing:</p>
          <Example text={ANIMALS} />
          <p>One row what was seen on a day:</p>
          <Example text={ENTRIES} />
          <p>One row an animal, one column a weighing:</p>
          <Example text={WIDE} />
          <p className="quiet">
            Headings may be called otherwise: you say what they mean. Commas, semicolons or tabs; dates and
            units as you write them; any usual encoding; up to 50,000 rows.
          </p>
        </div>
      </div>
    </section>
  )
}

const Example = ({ text }: { text: string }) => (
  <pre tabIndex={0} className="fig scroll-x small">
    {text}
  </pre>
)

const STATES = { open: 'not brought in yet', in: 'brought in', undone: 'undone' } as const

function Earlier() {
  const figures = useFigures()
  const { data } = useAsk(importsApi.list)
  if (!data?.lists.length) return null
  return (
    <div role="region" aria-label="Earlier lists">
      <h2 className="above-24">Earlier lists</h2>
      <ul className="lines">
        {data.lists.map((list) => (
          <li key={list.id} className="between">
            <span>
              <Link to={`/animals/import/${list.id}`}>{list.fileName}</Link>{' '}
              <span className="small quiet">
                {list.by}, {figures.instant(list.at)}
              </span>
            </span>
            <span>
              {STATES[list.state]}
              {list.broughtIn > 0 && `: ${list.broughtIn} rows`}
              {list.state !== 'undone' && list.left > 0 && <strong>, {list.left} left</strong>}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}
