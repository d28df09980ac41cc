import { calledOf, livesHere } from '@hatch-book/core'
import { DatePicker, Input, InputNumber, Select } from 'antd'
import dayjs from 'dayjs'
import type { Scene } from './queries'
import type { SeasonBody } from './seasonProblem'
import { WishField } from './WishField'

/** What a season is planned by: who takes part, what is wanted, how they meet, and how long a male rests. */
export function SeasonSettingsForm({
  scene,
  body,
  onChange,
}: {
  scene: Scene
  body: SeasonBody
  onChange(body: SeasonBody): void
}) {
  const { settings } = body
  const set = (change: Partial<SeasonBody['settings']>) =>
    onChange({ ...body, settings: { ...settings, ...change } })
  const options = (sex: string) =>
    scene.mates
      .filter((m) => m.sex === sex && livesHere(m.presence))
      .map((m) => ({ value: m.id, label: `${calledOf(m)}${m.verdict ? `, ${m.verdict}` : ''}` }))
  const number = (
    label: string,
    value: number,
    least: number,
    most: number,
    to: (n: number) => void,
    unit = '',
  ) => (
    <div className="field below-0 w-130">
      <label htmlFor={label}>{label}</label>
      <InputNumber
        id={label}
        min={least}
        max={most}
        value={value}
        {...(unit ? { suffix: unit } : {})}
        className="w-full"
        onChange={(n) => n !== null && to(n)}
      />
    </div>
  )
  const tag = (id: string) => scene.mates.find((m) => m.id === id)?.tag ?? '?'
  return (
    <article className="card below-16" aria-label="Settings of the season">
      <div className="row at-start gap-16">
        <div className="field min-190 below-0">
          <label htmlFor="season-name">Name</label>
          <Input
            id="season-name"
            maxLength={80}
            value={body.name}
            onChange={(e) => onChange({ ...body, name: e.target.value })}
          />
        </div>
        <div className="field below-0">
          <span className="label">From, to</span>
          <DatePicker.RangePicker
            aria-label="season"
            allowClear={false}
            value={[dayjs(body.from), dayjs(body.to)]}
            onChange={(days) =>
              days?.[0] &&
              days[1] &&
              onChange({ ...body, from: days[0].format('YYYY-MM-DD'), to: days[1].format('YYYY-MM-DD') })
            }
          />
        </div>
        <WishField
          id="season-wish"
          genes={scene.genes}
          wish={settings.wanted}
          onWish={(wanted) => set({ wanted: wanted as typeof settings.wanted })}
        />
      </div>
      <div className="row gap-16 above-12 below-12 at-start">
        {number('Days together', settings.daysTogether, 1, 60, (daysTogether) => set({ daysTogether }))}
        {number('Visits', settings.meetings, 1, 12, (meetings) => set({ meetings }))}
        {number('Days apart', settings.daysBetween, 0, 120, (daysBetween) => set({ daysBetween }))}
        {number('Females at a time', settings.togetherMost, 1, 20, (togetherMost) => set({ togetherMost }))}
        {number(
          'Kin limit',
          Math.round(settings.kinLimit * 10000) / 100,
          0,
          100,
          (n) => set({ kinLimit: n / 100 }),
          '%',
        )}
      </div>
      <div className="field">
        <label htmlFor="season-females">Females</label>
        <Select
          id="season-females"
          mode="multiple"
          value={settings.females}
          options={options('female')}
          onChange={(females: string[]) => set({ females })}
          optionFilterProp="label"
        />
      </div>
      <div className="field">
        <label htmlFor="season-males">Males</label>
        <Select
          id="season-males"
          mode="multiple"
          value={settings.males.map((m) => m.id)}
          options={options('male')}
          optionFilterProp="label"
          onChange={(ids: string[]) =>
            set({
              males: ids.map(
                (id) =>
                  settings.males.find((m) => m.id === id) ?? {
                    ...{ id, until: null },
                    mostFemales: Math.max(1, Math.round(scene.rules.mostFemales)),
                    restDays: Math.round(scene.rules.maleRestDays),
                  },
              ),
            })
          }
        />
      </div>
      <table className="plain-table">
        <thead>
          <tr>
            <th>male</th>
            <th>females at most</th>
            <th>rest after a visit</th>
            <th>rests from</th>
          </tr>
        </thead>
        <tbody>
          {settings.males.map((m) => {
            const male = (change: Partial<typeof m>) =>
              set({ males: settings.males.map((x) => (x.id === m.id ? { ...x, ...change } : x)) })
            return (
              <tr key={m.id}>
                <td className="tag">{tag(m.id)}</td>
                <td>
                  <InputNumber
                    aria-label={`females of ${tag(m.id)}`}
                    size="small"
                    min={1}
                    max={50}
                    value={m.mostFemales}
                    onChange={(n) => male({ mostFemales: n ?? 1 })}
                  />
                </td>
                <td>
                  <InputNumber
                    aria-label={`rest of ${tag(m.id)}`}
                    size="small"
                    min={0}
                    max={60}
                    suffix="d"
                    value={m.restDays}
                    onChange={(n) => male({ restDays: n ?? 0 })}
                  />
                </td>
                <td>
                  <DatePicker
                    aria-label={`${tag(m.id)} rests from`}
                    size="small"
                    value={m.until ? dayjs(m.until) : null}
                    onChange={(d) => male({ until: d ? d.format('YYYY-MM-DD') : null })}
                    placeholder="not yet"
                  />
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="small quiet above-8">
        {scene.rules.origin}. {scene.rules.caution} A clutch that may throw the one you are after counts full,
        any other a quarter.
      </p>
    </article>
  )
}
