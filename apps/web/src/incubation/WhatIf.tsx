import { incubationApi, type ClutchPage, type WhatIfView } from '@hatch-book/contract'
import { addDays, instantOfDay } from '@hatch-book/core'
import { Button, Slider } from 'antd'
import { useEffect, useState } from 'react'
import { ask, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay, useSession } from '../shell/session'
import { percent } from './words'

const ASK_AFTER_MS = 120

/** 'If it were 27.0 °C from tomorrow': the window and the sexes it would give, and what speaks against it. */
export function WhatIf({ page }: { page: ClutchPage }) {
  const { clutch, climate, rules, sexes } = page
  const figures = useFigures()
  const may = useMay()
  const { write } = useLog()
  const { book, today } = useSession()
  const [celsius, setCelsius] = useState<number | null>(null)
  const [answer, setAnswer] = useState<{ of: number; view: WhatIfView } | null>(null)
  const [says, setSays] = useState('')
  const from = new Date(instantOfDay(addDays(today, 1), book.zone, 9)).toISOString()
  useEffect(() => {
    if (celsius === null) return
    const asking = setTimeout(
      () =>
        void ask(incubationApi.whatIf, { params: { id: clutch.id }, body: { from, celsius } })
          .then((view) => setAnswer({ of: celsius, view }))
          .catch((error: unknown) => setSays(wordsOf(error))),
      ASK_AFTER_MS,
    )
    return () => {
      clearTimeout(asking)
      setSays('')
    }
  }, [celsius, clutch.id, from])
  if (!climate || !rules) return null
  const value = celsius ?? climate.setPointC
  const view = answer && answer.of === celsius ? answer.view : null
  return (
    <div aria-label="What if" className="above-8">
      <hr />
      <strong>
        If it were <span className="fig">{figures.celsius(value)}</span> from tomorrow
      </strong>
      {celsius === null && (
        <div className="small quiet">Move the slider to see the window it would give.</div>
      )}
      {says && (
        <div className="small bad" role="alert">
          {says}
        </div>
      )}
      {view && (
        <div aria-live="polite">
          {view.windowDays ? (
            <>
              {figures.span(view.windowDays)}
              {view.shiftDays !== null && Math.abs(view.shiftDays) >= 0.5 && (
                <span className="quiet">
                  , {Math.abs(view.shiftDays).toFixed(1)} d {view.shiftDays > 0 ? 'later' : 'sooner'}
                </span>
              )}
              {sexes && view.maleShare !== null && <span>, {percent(1 - view.maleShare)} female</span>}
            </>
          ) : (
            'nothing would develop'
          )}
          {view.against.map((says) => (
            <div key={says} className="small bad">
              {says}
            </div>
          ))}
        </div>
      )}
      <Slider
        ariaLabelForHandle="Temperature from tomorrow"
        min={Math.floor(rules.lethalC.low) - 1}
        max={Math.ceil(rules.lethalC.high) + 1}
        step={0.1}
        value={value}
        onChange={(c: number) => setCelsius(c)}
        tooltip={{ open: false }}
        marks={{ [rules.warnC.low]: ' ', [rules.warnC.high]: ' ' }}
      />
      {may.decide && celsius !== null && view && view.against.length === 0 && clutch.incubator && (
        <Button
          size="small"
          onClick={() =>
            void write(
              [
                {
                  kind: 'set point',
                  subject: { type: 'place', id: clutch.incubator!.id },
                  payload: { celsius, wasC: clutch.incubator!.setPointC ?? climate.setPointC },
                },
              ],
              `${clutch.incubator!.name} is set to ${figures.celsius(celsius)}`,
            ).then(() => setCelsius(null))
          }
        >
          Set {clutch.incubator.name} to it now
        </Button>
      )}
    </div>
  )
}
