import { climateApi, type ReplyOf } from '@hatch-book/contract'
import { Link } from 'react-router'
import { useAsk } from './api'
import { useMay } from './session'
import { useSendAndSay } from './useSendAndSay'
import css from './alerts.module.css'

const alarmsOf = ({ alarms }: ReplyOf<typeof climateApi.alarms>) => alarms

/** What is wrong right now, over every view: where, what to do, and who looks after it. It does not flash. */
export function AlarmBar() {
  const may = useMay()
  const sendAndSay = useSendAndSay()
  const { data } = useAsk(climateApi.alarms, {}, { select: alarmsOf })
  if (!data || data.length === 0) return null
  return (
    <div className={`${css.alarms} no-print`} role="alert" aria-label="Alarms">
      {data.slice(0, 3).map((a) => (
        <p key={a.id} className={a.severity}>
          <span>
            <strong>
              {a.severity === 'alarm' ? '■' : '◐'}{' '}
              <Link to={a.placeKind === 'unit' ? `/rest/units/${a.placeId}` : `/climate/${a.placeId}`}>
                {a.place}: {a.kind}
              </Link>
            </strong>{' '}
            {a.says}. {a.todo.split('. ')[0]}.
          </span>
          {a.seenBy ? (
            <span className="nowrap">{a.seenBy} looks after it</span>
          ) : (
            may.write && (
              <button
                type="button"
                className="plain nowrap"
                onClick={() => void sendAndSay(climateApi.sawAlarm, { params: { id: a.id } })}
              >
                I look after it
              </button>
            )
          )}
        </p>
      ))}
      {data.length > 3 && <p>and {data.length - 3} more</p>}
    </div>
  )
}
