import { toCelsius, toFahrenheit } from '@hatch-book/core'
import type { UnitPage as UnitData } from '@hatch-book/contract'
import { Button, InputNumber } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'

/** Turns the dial as advised, and begins the trial anew: what was logged before says nothing of the new setting. */
export function TurnDial({ data }: { data: UnitData }) {
  const { unit, proofs, sleepers } = data
  const figures = useFigures()
  const may = useMay()
  const { write } = useLog()
  const advised =
    unit.setPointC === null ? null : Math.round((unit.setPointC + (proofs[0]?.advice.turnByC ?? 0)) * 10) / 10
  const [typed, setTyped] = useState<number | null>(null)
  const fahrenheit = figures.temperatureUnit === '°F'
  const shown = (c: number) => (fahrenheit ? Math.round(toFahrenheit(c) * 10) / 10 : c)
  const value = typed ?? (advised === null ? null : shown(advised))
  if (!may.decide) return null
  const subject = { type: 'place' as const, id: unit.id }
  const running = unit.trial !== null && unit.trial.to === null
  const turn = () => {
    if (value === null) return
    const celsius = fahrenheit ? Math.round(toCelsius(value) * 100) / 100 : value
    void write(
      [
        { kind: 'set point', subject, payload: { celsius } },
        ...(sleepers.length === 0 ? [{ kind: 'trial began' as const, subject }] : []),
      ],
      `${unit.name} is set to ${figures.celsius(celsius)}${sleepers.length === 0 ? ', and its trial begins anew' : ''}`,
    ).then(() => setTyped(null))
  }
  return (
    <div className="above-12">
      <div className="row at-middle">
        <label htmlFor="dial" className="small">
          Set it to
        </label>
        <InputNumber
          id="dial"
          value={value}
          min={shown(-5)}
          max={shown(35)}
          step={0.1}
          decimalSeparator="."
          suffix={figures.temperatureUnit}
          className="w-130"
          onChange={(v) => setTyped(v)}
        />
        <Button type="primary" disabled={value === null} onClick={turn}>
          {sleepers.length > 0 ? 'It is turned' : 'Turned; try again'}
        </Button>
      </div>
      <p className="row small flush above-8">
        {sleepers.length === 0 && !running && (
          <button
            type="button"
            className="plain"
            onClick={() =>
              void write([{ kind: 'trial began', subject }], `The trial of ${unit.name} has begun`)
            }
          >
            begin a trial
          </button>
        )}
        {running && (
          <button
            type="button"
            className="plain"
            onClick={() =>
              void write([{ kind: 'trial ended', subject }], `The trial of ${unit.name} is over`)
            }
          >
            end the trial
          </button>
        )}
        <Link to={`/incubation/log?probe=${unit.probeId}&back=/rest/units/${unit.id}`}>
          bring in its log (CSV)
        </Link>
      </p>
    </div>
  )
}
