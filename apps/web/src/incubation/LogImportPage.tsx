import { counted } from '@hatch-book/core'
import { type LogQuery, climateApi, type LogPreview } from '@hatch-book/contract'
import type * as v from 'valibot'
import { Button, Segmented, Select } from 'antd'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'
import { FileDrop } from '../parts/FileDrop'
import { ask, send, wordsOf } from '../shell/api'
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'
import { usePlaces, useProbes } from '../shell/queries'
import { useSession } from '../shell/session'
import { useGoOn } from '../shell/useGoOn'
import { NotYet } from '../parts/NotYet'
import { useNotices } from '../shell/notices'

/** What its figures are in. */
type Unit = NonNullable<v.InferInput<typeof LogQuery>['unit']>

/** A logger's file, read as it wrote it: shown first, its faults named, then joined to what the probe has. */
export function LogImportPage() {
  const probesAsked = useProbes()
  const { data: probes } = probesAsked
  const placesAsked = usePlaces()
  const { data: places } = placesAsked
  const { book } = useSession()
  const [params] = useSearchParams()
  const asked = params.get('back')
  const back = asked?.startsWith('/') ? asked : '/incubation'
  const [probeId, setProbe] = useState<string | null>(params.get('probe'))
  const [unit, setUnit] = useState<Unit>('auto')
  const [zone, setZone] = useState('')
  const [file, setFile] = useState<File | null>(null)
  const [preview, setPreview] = useState<LogPreview | null>(null)
  const [says, setSays] = useState('')
  const notification = useNotices()
  const goOn = useGoOn()
  const chosen = probeId ?? probes?.[0]?.id ?? null
  const asking = (what: File, change: { unit?: Unit; zone?: string; probe?: string } = {}) => ({
    params: { id: change.probe ?? chosen! },
    query: { fileName: what.name, unit: change.unit ?? unit, zone: change.zone ?? zone },
    file: what,
  })
  const attempt = async (work: () => Promise<void>) => {
    setSays('')
    try {
      await work()
    } catch (error) {
      setSays(wordsOf(error))
    }
  }
  const look = (what: File | null, change: { unit?: Unit; zone?: string; probe?: string } = {}) =>
    what &&
    attempt(async () => {
      setPreview(null)
      setPreview(await ask(climateApi.previewLog, asking(what, change)))
    })
  const bringIn = () =>
    attempt(async () => {
      const { written, known, faulty } = await send(climateApi.bringLog, asking(file!))
      notification.success({
        title: `${written} readings joined the log`,
        description: `${known > 0 ? `${known} were there already. ` : ''}${faulty > 0 ? `${faulty} faulty lines were left out.` : ''}`,
      })
      goOn(back)
    })
  if (!probes || !places) return <NotYet of={[probesAsked, placesAsked]} page />
  return (
    <section className="page upto-1000">
      <div className="head">
        <h1>Bring in a temperature log</h1>
        <Link to={back}>back</Link>
      </div>
      <div className="row below-16 gap-16 at-end">
        <div className="field flush w-190">
          <label htmlFor="probe">Probe</label>
          <Select
            id="probe"
            value={chosen}
            onChange={(v: string) => {
              setProbe(v)
              void look(file, { probe: v })
            }}
            options={probes.map((p) => ({ value: p.id, label: p.name }))}
          />
        </div>
        <div className="field flush">
          <span className="label">Unit</span>
          <Segmented<Unit>
            aria-label="Unit"
            value={unit}
            options={[
              { value: 'auto', label: 'as the file says' },
              { value: 'C', label: '°C' },
              { value: 'F', label: '°F' },
            ]}
            onChange={(u) => {
              setUnit(u)
              void look(file, { unit: u })
            }}
          />
        </div>
        <div className="field flush w-240">
          <label htmlFor="log-zone">Its clock ran in</label>
          <Select
            id="log-zone"
            showSearch
            value={zone || book.zone}
            onChange={(z: string) => {
              setZone(z)
              void look(file, { zone: z })
            }}
            options={['UTC', ...Intl.supportedValuesOf('timeZone')].map((z) => ({
              value: z,
              label: z === book.zone ? `${z} (the book)` : z,
            }))}
          />
        </div>
      </div>
      <FileDrop
        label="Choose the logger’s CSV file"
        onFile={(f) => {
          setFile(f)
          void attempt(async () => {
            setPreview(null)
            setPreview(await ask(climateApi.previewLog, asking(f)))
          })
        }}
      />
      {says && (
        <p className="note bad" role="alert">
          {says} Nothing was written.
        </p>
      )}
      {preview && <Preview preview={preview} onBringIn={() => void bringIn()} />}
    </section>
  )
}

function Preview({ preview: p, onBringIn }: { preview: LogPreview; onBringIn(): void }) {
  const figures = useFigures()
  const fresh = p.readings - p.known
  return (
    <div className="above-16">
      <div className="between">
        <h3>
          {p.readings} readings{p.known > 0 && `, ${p.known} of them known already`}
          {p.faulty > 0 && `, ${counted(p.faulty, 'faulty line')}`}
        </h3>
        <Button type="primary" disabled={fresh === 0} onClick={onBringIn}>
          Join {fresh} readings to the log
        </Button>
      </div>
      {p.from && (
        <p>
          {figures.instant(p.from)} to {figures.instant(p.to!)}, mostly each{' '}
          <span className="fig">{p.typicalStepMinutes}</span> min, from{' '}
          <span className="fig">{figures.celsius(p.minC)}</span> to{' '}
          <span className="fig">{figures.celsius(p.maxC)}</span>. Read from ‘{p.timeColumn}’ and ‘
          {p.temperatureColumn}’.
        </p>
      )}
      {p.notes.map((n) => (
        <p key={n} className="small">
          {n}.
        </p>
      ))}
      <ResponsiveContainer width="100%" height={190}>
        <LineChart
          data={p.sample.map((s) => ({ x: Date.parse(s.at), celsius: s.celsius }))}
          margin={{ top: 6, right: 10, bottom: 0, left: 0 }}
        >
          <XAxis
            dataKey="x"
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(x: number) => figures.day(new Date(x).toISOString().slice(0, 10))}
            {...AXIS}
          />
          <YAxis
            domain={['auto', 'auto']}
            tickFormatter={(c: number) => figures.celsiusBrief(c)}
            width={62}
            {...AXIS}
          />
          <Tooltip
            isAnimationActive={false}
            contentStyle={PAPER}
            labelFormatter={(x) => figures.instant(new Date(Number(x)).toISOString())}
            formatter={(v) => [figures.celsius(Number(v)), 'temperature']}
          />
          <Line dataKey="celsius" stroke="var(--moss)" dot={false} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
      {p.gaps.map((g) => (
        <p key={g.from} className="note small">
          Silent for {g.hours.toFixed(1)} h from {figures.instant(g.from)}: the set point will stand in, and
          be flagged.
        </p>
      ))}
      {p.faults.length > 0 && (
        <>
          <h2>Lines that could not be read; they are left out, the file on your disk stays as it is</h2>
          <table className="plain-table small">
            <thead>
              <tr>
                <th>line</th>
                <th>why</th>
                <th>it says</th>
              </tr>
            </thead>
            <tbody>
              {p.faults.slice(0, 40).map((f) => (
                <tr key={f.line}>
                  <td className="fig">{f.line}</td>
                  <td className="bad">{f.says}</td>
                  <td className="fig">{f.text}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </div>
  )
}
