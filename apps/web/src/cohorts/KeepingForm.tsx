import { cohortsApi } from '@hatch-book/contract'
import { Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
import { Labelled } from '../parts/Labelled'
import { NumberField } from '../parts/NumberField'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { TemperatureInput } from '../parts/TemperatureInput'
import { useFigures } from '../shell/figures'
import { sendOrSay } from '../shell/api'
import { placeNames, usePlaces } from '../shell/queries'
import { FormCard } from './FormCard'
import type { StudiedCohort } from './study'

const NAMES: Record<string, string> = {
  ...{
    placeId: 'Place',
    tubs: 'Tubs',
    litres: 'Litres each',
    heightMm: 'Height, mm',
    celsius: 'Temperature',
  },
  ...{ hostPlant: 'Food plant', thenC: 'Later temperature', thenFrom: 'from the day' },
}

/** Where a cohort stands, in what, how warm, on which plant; and how warm it will stand from a day on. */
export function KeepingForm({
  studied: { cohort, protocol },
  onDone,
}: {
  studied: StudiedCohort
  onDone(): void
}) {
  const figures = useFigures()
  const { data: places = [] } = usePlaces()
  const names = placeNames(places)
  const { placeId, tubs, litres, heightMm, celsius, hostPlant, thenC, thenFrom } = cohort
  const writing = useWriting({
    version: cohort.version,
    writing: { placeId, tubs, litres, heightMm, celsius, hostPlant, thenC, thenFrom },
  })
  const { draft: kept, change, merge } = writing
  const [says, setSays] = useState('')
  const keep = async () => {
    if ((kept.thenC === null) !== (kept.thenFrom === null))
      return setSays('write both: how warm it will stand, and from which day on')
    if (kept.thenFrom !== null && !/^\d{4}-\d{2}-\d{2}$/.test(kept.thenFrom))
      return setSays('from which day on: write a day like 2026-05-27')
    const refused = await sendOrSay(cohortsApi.change, {
      params: { id: cohort.id },
      body: {
        version: writing.version,
        ...kept,
      },
    })
    setSays(refused)
    if (!refused) onDone()
  }
  return (
    <FormCard
      title="How it is kept"
      keep="Save"
      says={merge ? '' : says}
      held={merge !== null}
      onKeep={keep}
      onDone={onDone}
    >
      <div className="row gap-12 wraps at-end">
        <Labelled name="Place">
          <Select
            aria-label="Place"
            allowClear
            showSearch
            optionFilterProp="label"
            value={kept.placeId}
            onChange={(v) => change({ placeId: v ?? null })}
            className="w-240"
            options={places
              .filter((p) => p.kind !== 'room')
              .map((p) => ({ value: p.id, label: names.get(p.id) ?? p.name }))}
          />
        </Labelled>
        <NumberField name="Tubs" value={kept.tubs} onChange={(tubs) => change({ tubs })} min={1} max={2000} />
        <NumberField
          name="Litres each"
          value={kept.litres}
          onChange={(litres) => change({ litres })}
          min={0.05}
          max={10_000}
        />
        <Labelled name="Height, mm">
          <InputNumber
            aria-label="Height, mm"
            min={1}
            max={5000}
            value={kept.heightMm}
            onChange={(heightMm) => change({ heightMm })}
            className="w-110"
          />
        </Labelled>
        <Labelled name={`Temperature, ${figures.temperatureUnit}`}>
          <TemperatureInput
            label="Temperature"
            step={0.5}
            className="w-110"
            celsius={kept.celsius}
            onChange={(celsius) => celsius !== null && change({ celsius })}
          />
        </Labelled>
        <Labelled name={`Later temperature, ${figures.temperatureUnit}`}>
          <TemperatureInput
            label="Later temperature"
            step={0.5}
            className="w-110"
            celsius={kept.thenC}
            onChange={(thenC) => change({ thenC })}
          />
        </Labelled>
        <Labelled name="from the day">
          <Input
            aria-label="from the day"
            value={kept.thenFrom ?? ''}
            placeholder="2026-05-27"
            onChange={(e) => change({ thenFrom: e.target.value === '' ? null : e.target.value })}
            className="w-130"
          />
        </Labelled>
        {protocol.host && (
          <Labelled name="Food plant">
            <Input
              aria-label="Food plant"
              value={kept.hostPlant}
              maxLength={80}
              onChange={(e) => change({ hostPlant: e.target.value })}
              className="w-150"
            />
          </Labelled>
        )}
      </div>
      <SideBySide
        writing={writing}
        nameOf={(field) => NAMES[field] ?? field}
        show={(field, value) =>
          field === 'placeId'
            ? (names.get(value as string) ?? '–')
            : field === 'celsius' || field === 'thenC'
              ? figures.celsius(value as number | null)
              : String(value ?? '–')
        }
        onSettled={() => setSays('')}
      />
    </FormCard>
  )
}
