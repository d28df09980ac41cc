import { leavingApi, addressOf } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { DatePicker } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'
import { useRegister } from './queries'
import { BuyersOnly } from './BuyersOnly'

const MOST_SHOWN = 500

/** Who came and who went between two days: what an authority may ask to see. */
export function RegisterPage() {
  return (
    <BuyersOnly title="Register">
      <Register />
    </BuyersOnly>
  )
}

function Register() {
  const { today } = useSession()
  const figures = useFigures()
  const [from, setFrom] = useState(`${today.slice(0, 4)}-01-01`)
  const [to, setTo] = useState(today)
  const { data, error } = useRegister(from, to)
  if (!data && !error) return null
  return (
    <section className="page">
      <PageHead title="Register of movements">
        <DatePicker.RangePicker
          aria-label="Between"
          allowClear={false}
          value={[dayjs(from), dayjs(to)]}
          maxDate={dayjs(addDays(today, 1))}
          onChange={(days) => {
            if (!days?.[0] || !days[1]) return
            setFrom(days[0].format('YYYY-MM-DD'))
            setTo(days[1].format('YYYY-MM-DD'))
          }}
        />
        <a href={addressOf(leavingApi.registerCsv, { query: { from, to } })} download>
          as CSV
        </a>
      </PageHead>
      {error && <p className="bad">{error.message}</p>}
      {data && data.length === 0 && <p className="empty">No animal came or left in these days.</p>}
      {data && data.length > 0 && (
        <div className="scroll-x">
          <table className="plain-table two-lines" aria-label="Movements">
            <thead>
              <tr>
                <th>day</th>
                <th>what</th>
                <th>animal</th>
                <th>species</th>
                <th>sex</th>
                <th>from or to</th>
                <th>papers</th>
                <th>note</th>
              </tr>
            </thead>
            <tbody>
              {data.slice(0, MOST_SHOWN).map((m, i) => (
                <tr key={i}>
                  <td className="nowrap">{figures.day(m.on)}</td>
                  <td>{m.what}</td>
                  <td>
                    <Link className="tag" to={`/animals/${m.animalId}`}>
                      {m.tag}
                    </Link>
                  </td>
                  <td>
                    {m.species} <i className="quiet small">{m.latin}</i>
                  </td>
                  <td>{m.sex}</td>
                  <td>{m.whom}</td>
                  <td>{m.papers}</td>
                  <td className="small">{m.note}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {data.length > MOST_SHOWN && (
            <p className="small quiet">and {data.length - MOST_SHOWN} more; the CSV has them all</p>
          )}
        </div>
      )}
      <p className="small quiet above-12">
        What has to be kept, and for how long, differs by place: ask your authority.
      </p>
    </section>
  )
}
