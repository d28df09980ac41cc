import { archiveApi, addressOf } from '@hatch-book/contract'
import { Button, Input } from 'antd'
import { useState } from 'react'
import { PageHead } from '../parts/PageHead'
import { entryInWords } from '@hatch-book/core'
import { EntryList } from '../parts/Entries'
import { useFigures } from '../shell/figures'
import { useEntries } from '../shell/queries'
import { NotYet } from '../parts/NotYet'

const STEP = 100
const MOST = 500

/** The log: everything that was written, newest first; nothing is ever erased. */
export function LogPage() {
  const [limit, setLimit] = useState(STEP)
  const [word, setWord] = useState('')
  const figures = useFigures()
  const asked = useEntries(limit)
  const { data } = asked
  const shown = (data ?? []).filter((e) =>
    `${e.subject.tag} ${entryInWords(e, figures)} ${e.by}`.toLowerCase().includes(word.trim().toLowerCase()),
  )
  return (
    <section className="page upto-900">
      <PageHead title="Log">
        <a href={addressOf(archiveApi.csv, { params: { name: 'log' } })} download>
          Save all of it as CSV
        </a>
        <Input
          aria-label="Filter the log"
          placeholder="filter by tag, word or name"
          className="w-300"
          value={word}
          onChange={(e) => setWord(e.target.value)}
          allowClear
        />
      </PageHead>
      <p className="quiet">
        What was seen stays as it was written. A mistake is struck out, not erased; Ctrl+Z takes back your
        last.
      </p>
      {data ? <EntryList entries={shown} withSubject /> : <NotYet of={asked} rows={12} />}
      {data && data.length === limit && limit < MOST && (
        <Button className="above-12" onClick={() => setLimit(Math.min(MOST, limit + STEP))}>
          Show older ones
        </Button>
      )}
    </section>
  )
}
