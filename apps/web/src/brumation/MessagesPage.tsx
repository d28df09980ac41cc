import type { Message } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'
import { useFigures } from '../shell/figures'

/** What left the book for its keepers' phones and mailboxes. */
export function MessagesPage() {
  const figures = useFigures()
  const { data } = useQuery({
    queryKey: ['messages'],
    queryFn: () => api.get<{ messages: Message[] }>('/api/messages').then((r) => r.messages),
  })
  if (!data) return null
  return (
    <section className="page" style={{ maxWidth: 900 }}>
      <div className="head">
        <h1>Messages</h1>
        <span className="quiet">
          carried by the outbox; the demo’s outbox is a stand-in and sends nothing
        </span>
      </div>
      {data.length === 0 && (
        <p className="empty">
          Nothing was sent. When a unit is too warm or too cold over sleepers, or its probe falls silent, its
          keepers are told here.
        </p>
      )}
      <ul className="lines" aria-label="Messages">
        {data.map((m) => (
          <li key={m.id}>
            <div className="between">
              <span>
                <span className="when">{figures.instant(m.at)}</span>
                <strong>{m.subject}</strong> <span className="quiet">to {m.to}</span>
              </span>
              <span className={`small ${m.takenAt ? 'good' : 'warm'}`}>
                {m.takenAt ? '✓ taken by the outbox' : '◐ waits'}
              </span>
            </div>
            <div>{m.body}</div>
          </li>
        ))}
      </ul>
    </section>
  )
}
