import { counted } from '@hatch-book/core'
import { importsApi, type ImportedList, type ListChange, type RowGroup } from '@hatch-book/contract'
import { keepPreviousData } from '@tanstack/react-query'
import { Button, Progress } from 'antd'
import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { send, useAsk, wordsOf } from '../shell/api'
import { useMay } from '../shell/session'
import { ColumnChoices } from './ColumnChoices'
import { ListRows } from './ListRows'
import { useGoOn } from '../shell/useGoOn'
import { NotYet } from '../parts/NotYet'
import { useNotices } from '../shell/notices'

const LOOK_EVERY_MS = 500

/** One list on its way in: what its columns mean, which rows are good, what is wrong with the others. */
export function ListPage() {
  const { id = '' } = useParams()
  const may = useMay()
  const goOn = useGoOn()
  const [params, setParams] = useSearchParams()
  const show = params.get('show') as RowGroup | null
  const from = Number(params.get('from') ?? 0)
  const notification = useNotices()
  const [busy, setBusy] = useState<'' | 'changing' | 'long'>('')
  const [says, setSays] = useState('')
  const listAsked = useAsk(
    importsApi.page,
    { params: { id }, query: { from: String(from), show: show ?? undefined } },
    { placeholderData: keepPreviousData },
  )
  const { data: list, error } = listAsked
  if (error)
    return (
      <section className="page">
        <h1>This list is not here</h1>
        <Link to="/animals/import">all lists</Link>
      </section>
    )
  if (!list) return <NotYet of={listAsked} page />

  const attempt = async (kind: 'changing' | 'long', work: () => Promise<void>) => {
    setBusy(kind)
    setSays('')
    try {
      await work()
    } catch (refused) {
      setSays(wordsOf(refused))
    } finally {
      setBusy('')
    }
  }
  const change = (to: ListChange) =>
    attempt('changing', async () => {
      await send(importsApi.change, { params: { id }, body: to })
    })
  const long = (
    what: typeof importsApi.bringIn | typeof importsApi.undo,
    said: (done: ImportedList) => string,
  ) =>
    attempt('long', async () => {
      const done = await send(what, { params: { id } })
      goOn({ search: '' }, { replace: true })
      notification.success({ title: said(done) })
    })
  const forget = () =>
    attempt('changing', async () => {
      await send(importsApi.discard, { params: { id } })
      goOn('/animals/import')
    })
  const { counts, state } = list
  const noun = list.choices.what === 'animals' ? 'animal' : 'row'
  return (
    <section className="page">
      <div className="head">
        <h1>{list.fileName}</h1>
        <div className="side">
          <Link to="/animals/import">all lists</Link>
          {may.decide && state === 'in' && (
            <Button
              disabled={busy !== ''}
              onClick={() => void long(importsApi.undo, () => 'All of it is undone')}
            >
              Undo it all
            </Button>
          )}
          {may.decide && (state !== 'in' || list.left > 0) && (
            <Button disabled={busy !== ''} onClick={() => void forget()}>
              {state === 'in' ? 'Forget what is left' : 'Forget this list'}
            </Button>
          )}
          {may.decide && state !== 'undone' && list.left > 0 && (
            <Button
              type="primary"
              loading={busy === 'long'}
              disabled={counts.good === 0 || busy !== ''}
              onClick={() =>
                void long(importsApi.bringIn, (done) => `${done.broughtIn} rows of this list are in the book`)
              }
            >
              {counts.good === 0 ? 'Nothing good to bring in' : `Bring in ${counted(counts.good, noun)}`}
            </Button>
          )}
        </div>
      </div>
      <p className="small quiet">
        {list.encoding}, divided by ‘{list.delimiter === '\t' ? 'tab' : list.delimiter}’
        {list.broughtIn > 0 &&
          `; ${list.broughtIn} rows ${state === 'undone' ? 'came in and were taken back' : 'are in the book'}`}
      </p>
      {busy === 'long' && <HowFar id={list.id} />}
      {says && (
        <p className="note bad" role="alert">
          {says}
        </p>
      )}
      {state === 'undone' ? (
        <p className="note">
          Undone: its entries are struck out, its animals withdrawn. Choose the file anew to bring it in
          again.
        </p>
      ) : list.left === 0 ? (
        <p className="note" role="status">
          All of it is in the book. <Link to="/animals">See the animals</Link>
        </p>
      ) : (
        <>
          <ColumnChoices list={list} busy={busy !== '' || !may.decide} onChange={(to) => void change(to)} />
          {list.missing.length === 0 && (
            <ListRows
              list={list}
              busy={busy !== '' || !may.decide}
              from={from}
              onShow={(group, at) => setParams({ show: group, ...(at > 0 && { from: String(at) }) })}
              onChange={(to) => void change(to)}
            />
          )}
        </>
      )}
    </section>
  )
}

/** How far a long list is with coming in or going out. */
function HowFar({ id }: { id: string }) {
  const { data } = useAsk(
    importsApi.progress,
    { params: { id } },
    { refetchInterval: LOOK_EVERY_MS, gcTime: 0 },
  )
  const percent = data && data.total > 0 ? Math.floor((data.done / data.total) * 100) : 0
  return (
    <div aria-live="polite">
      <Progress percent={percent} status="active" strokeColor="var(--moss)" />
    </div>
  )
}
