import { COLUMN_MEANINGS, type ImportedList, type ListChange } from '@hatch-book/contract'
import { MASS_UNITS } from '@hatch-book/core'
import { Segmented, Select } from 'antd'

const SAYS: Record<string, string> = {
  grams: 'weight',
  'grams on a day': 'weight on its day',
  hatched: 'hatch date',
  meal: 'ate or not',
}
const LEFT_OUT = 'left out'

/** What a list is of and what each column means: guessed, shown with cells of it, and changed by hand. */
export function ColumnChoices({
  list,
  busy,
  onChange,
}: {
  list: ImportedList
  busy: boolean
  onChange(change: ListChange): void
}) {
  const { choices, columns } = list
  const options = [
    { value: LEFT_OUT, label: LEFT_OUT },
    ...COLUMN_MEANINGS[choices.what].map((m) => ({ value: m as string, label: SAYS[m] ?? m })),
  ]
  const mean = (column: number, meaning: string) =>
    onChange({
      choices: {
        means: choices.means.map((m, i) => (i === column ? (meaning === LEFT_OUT ? null : meaning) : m)),
      },
    })
  const dated = choices.means.some((m) => m === 'hatched' || m === 'day' || m === 'grams on a day')
  const weighed = choices.means.some((m) => m === 'grams' || m === 'grams on a day')
  return (
    <div className="card" role="region" aria-label="How it is read">
      <div className="row gap-24 wraps">
        <span>
          one row is{' '}
          <Segmented
            aria-label="one row is"
            disabled={busy}
            value={choices.what}
            options={[
              { value: 'animals', label: 'an animal' },
              { value: 'entries', label: 'what was seen' },
            ]}
            onChange={(what) => onChange({ choices: { what: what as 'animals' } })}
          />
        </span>
        {dated && (
          <span>
            3/9 is{' '}
            <Segmented
              aria-label="3/9 is"
              disabled={busy}
              value={choices.dateOrder ?? 'refused'}
              options={[
                { value: 'day first', label: '3 September' },
                { value: 'month first', label: '9 March' },
                { value: 'refused', label: 'refused' },
              ]}
              onChange={(order) =>
                onChange({ choices: { dateOrder: order === 'refused' ? null : (order as 'day first') } })
              }
            />
          </span>
        )}
        {weighed && (
          <span>
            weights in{' '}
            <Segmented
              aria-label="weights in"
              disabled={busy}
              value={choices.massUnit}
              options={Object.keys(MASS_UNITS)}
              onChange={(unit) => onChange({ choices: { massUnit: unit as 'g' } })}
            />
          </span>
        )}
      </div>
      {list.guesses.map((says) => (
        <p key={says} className="small">
          {says}
        </p>
      ))}
      <div className="scroll-x" tabIndex={0}>
        <table className="plain-table small">
          <thead>
            <tr>
              {columns.map((c, i) => (
                <th key={i} className="min-120">
                  {c.header || `column ${i + 1}`}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              {columns.map((c, i) => (
                <td key={i}>
                  <Select
                    size="small"
                    aria-label={`${c.header || `column ${i + 1}`} means`}
                    disabled={busy}
                    className="w-full"
                    value={choices.means[i] ?? LEFT_OUT}
                    options={options}
                    onChange={(meaning) => mean(i, meaning)}
                  />
                </td>
              ))}
            </tr>
            {columns[0]?.samples.map((_first, row) => (
              <tr key={row}>
                {columns.map((c, i) => (
                  <td key={i} className="quiet">
                    {c.samples[row]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {list.missing.map((says) => (
        <p key={says} className="note bad" role="alert">
          {says}
        </p>
      ))}
      {list.notes.map((says) => (
        <p key={says} className="small">
          {says}
        </p>
      ))}
    </div>
  )
}
