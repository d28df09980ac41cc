import { historyApi, type RevisionView } from '@hatch-book/contract'
import { useState } from 'react'
import { send, useAsk, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { withDays } from './sentence'
import { NotYet } from './NotYet'

/** What a thing has been, behind a line to open: who changed what, when, from which device, and the way back. */
export function History({ subjectId }: { subjectId: string }) {
  const [open, setOpen] = useState(false)
  return (
    <details className="card above-16" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>What was changed</summary>
      {open && <Changes subjectId={subjectId} />}
    </details>
  )
}

/** The changes of one thing, or of the whole book with the things' names; newest first. */
export function Changes({ subjectId }: { subjectId?: string }) {
  const [says, setSays] = useState('')
  const asked = useAsk(historyApi.list, { query: subjectId ? { subjectId } : {} })
  const { data } = asked
  if (!data) return <NotYet of={asked} />
  if (data.revisions.length === 0) return <p className="quiet">Nothing was changed since it was written.</p>
  const setBack = async ({ id }: RevisionView) => {
    setSays('')
    try {
      await send(historyApi.setBack, { params: { id } })
    } catch (error) {
      setSays(wordsOf(error, 'This change could not be undone.'))
    }
  }
  return (
    <>
      {says && (
        <p className="note bad" role="alert">
          {says}
        </p>
      )}
      <ul className="lines">
        {data.revisions.map((revision) => (
          <Change
            key={revision.id}
            revision={revision}
            withName={!subjectId}
            onBack={() => void setBack(revision)}
          />
        ))}
      </ul>
    </>
  )
}

function Change({
  revision,
  withName,
  onBack,
}: {
  revision: RevisionView
  withName: boolean
  onBack(): void
}) {
  const figures = useFigures()
  const may = useMay()
  return (
    <li>
      <div className="between">
        <span>
          {withName && (
            <>
              <strong>{revision.name || revision.of}</strong>{' '}
              {revision.name && <span className="quiet">{revision.of}</span>}{' '}
            </>
          )}
          <span className="small quiet">
            {figures.instant(revision.at)}, {revision.by || 'by itself'}
            {revision.device && `, ${revision.device}`}
          </span>
        </span>
        {revision.stands && may.decide && (
          <button type="button" className="plain" onClick={onBack}>
            set back
          </button>
        )}
      </div>
      {revision.made ? (
        <div className="small">
          made:{' '}
          {revision.changes
            .map(({ field, after }) => `${field} ${withDays(after, figures.day)}`)
            .join(', ')
            .slice(0, 300)}
        </div>
      ) : (
        revision.changes.map(({ field, before, after }) => (
          <div key={field} className="small">
            {field}: <s className="quiet">{withDays(before, figures.day) || 'nothing'}</s> →{' '}
            {withDays(after, figures.day) || 'nothing'}
          </div>
        ))
      )}
    </li>
  )
}
