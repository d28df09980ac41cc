import { noticesApi, type MessageList } from '@hatch-book/contract'
import { Button, Checkbox, Input, Segmented } from 'antd'
import { useState, type FormEvent } from 'react'
import { type RefusedError, send } from '../shell/api'
import { useSession } from '../shell/session'
import { useNotices } from '../shell/notices'

type Choice = MessageList['choice']
const NIGHT = { from: '22:00', to: '07:00' }

/** What the member who is signed in wants to be told of, and when not. */
export function ChoiceForm({ choice }: { choice: Choice }) {
  const { member, book } = useSession()
  const notification = useNotices()
  const [change, setChange] = useState<Partial<Choice>>({})
  const [error, setError] = useState<RefusedError | null>(null)
  const shown = { ...choice, ...change }
  const set = (part: Partial<Choice>) => setChange({ ...change, ...part })
  const save = async (event: FormEvent) => {
    event.preventDefault()
    try {
      await send(noticesApi.choose, { body: shown })
      setChange({})
      setError(null)
      notification.success({ title: 'Saved' })
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  const time = (end: 'from' | 'to', label: string) => (
    <label className="row gap-8">
      {label}
      <Input
        type="time"
        className="w-110"
        value={shown.quiet?.[end]}
        onChange={(e) => shown.quiet && set({ quiet: { ...shown.quiet, [end]: e.target.value } })}
      />
    </label>
  )
  return (
    <form className="card" aria-label="What you are told" onSubmit={(e) => void save(e)} noValidate>
      <h2>What {member.name} is told</h2>
      <div className="field">
        <span>Alarms of places</span>
        <Segmented
          aria-label="Alarms of places"
          value={shown.alarms}
          options={[
            { value: 'all', label: 'all' },
            { value: 'worst', label: 'only the worst' },
            { value: 'none', label: 'none' },
          ]}
          onChange={(alarms) => set({ alarms: alarms as Choice['alarms'] })}
        />
      </div>
      <div className="field">
        <Checkbox checked={shown.work} onChange={(e) => set({ work: e.target.checked })}>
          Work that must not be missed, on its day
        </Checkbox>
      </div>
      <div className="field">
        <Checkbox
          checked={shown.quiet !== null}
          onChange={(e) => set({ quiet: e.target.checked ? NIGHT : null })}
        >
          Quiet hours
        </Checkbox>
      </div>
      {shown.quiet && (
        <>
          <div className="row gap-12 below-8">
            {time('from', 'from')}
            {time('to', 'to')}
          </div>
          <div className="field">
            <Checkbox checked={shown.wakes} onChange={(e) => set({ wakes: e.target.checked })}>
              An alarm may wake me
            </Checkbox>
            <span className="small quiet">
              {shown.wakes
                ? 'Warnings and work wait until the quiet is over; an alarm does not.'
                : 'Only danger to life is told at once: heat or cold that animals there cannot bear. All else waits.'}
            </span>
          </div>
          <p className="small quiet">Times are those of {book.zone}.</p>
        </>
      )}
      {error && <p className="says">{error.words}</p>}
      <Button type="primary" htmlType="submit" disabled={Object.keys(change).length === 0}>
        Save
      </Button>
    </form>
  )
}
