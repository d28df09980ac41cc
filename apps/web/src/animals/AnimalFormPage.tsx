import { animalsApi, PURPOSES, newId, type AnimalPage } from '@hatch-book/contract'
import { App, Button, Input, InputNumber, Segmented, Select } from 'antd'
import { useState, type FormEvent, type ReactNode } from 'react'
import { useNavigate, useParams } from 'react-router'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import type { RefusedError } from '../shell/api'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { DATE_HINTS, writingOf, type AnimalWriting } from './animalWriting'
import { placeNames, useAnimal, useAnimals, usePlaces, useProtocols } from '../shell/queries'
import { MassInput } from '../parts/MassInput'
import { useGoOn } from '../shell/useGoOn'

/** A new animal, or a change of what is known of one. */
export function AnimalFormPage() {
  const { id } = useParams()
  const { data } = useAnimal(id)
  if (id && !data) return null
  // Not begun anew when somebody else saves meanwhile: what is being written here would be gone.
  return <AnimalForm key={id ?? ''} page={data} />
}

const NAMES: Record<string, string> = {
  ...{
    tag: 'Tag',
    line: 'Line',
    damId: 'Dam',
    sireId: 'Sire',
    purpose: 'Purpose',
    origin: 'Where it came from',
    note: 'Note',
  },
  ...{ date: 'Hatched', precision: 'How exactly', widthDays: 'Days either side' },
}

function AnimalForm({ page }: { page: AnimalPage | undefined }) {
  const writing = useWriting({ version: page?.animal.version ?? 0, writing: writingOf(page) })
  const { draft, change: set, merge } = writing
  const [error, setError] = useState<RefusedError | null>(null)
  const { data: protocols } = useProtocols()
  const { data: animals } = useAnimals()
  const { data: places } = usePlaces()
  const figures = useFigures()
  const navigate = useNavigate()
  const goOn = useGoOn()
  const { notification } = App.useApp()
  const protocolId = draft.protocolId || protocols?.[0]?.id || ''
  const species = protocols?.find((p) => p.id === protocolId)?.species
  const parents = (sex: 'female' | 'male') =>
    (animals ?? [])
      .filter((a) => a.species === species && a.sex === sex && a.id !== page?.animal.id)
      .map((a) => ({ value: a.id, label: `${a.tag}${a.line ? `, ${a.line}` : ''}` }))
  const names = placeNames(places ?? [])
  const tagOf = (id: unknown) => animals?.find((a) => a.id === id)?.tag
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const hatched =
      draft.precision === 'not known' || draft.date.trim() === ''
        ? null
        : {
            date: draft.date.trim(),
            precision: draft.precision,
            widthDays: draft.precision === 'about' ? draft.widthDays : 0,
          }
    if (figures.weightFault(draft.weight) !== null) return
    const { tag, line, damId, sireId, purpose, origin, note } = draft
    const common = { tag, line, hatched, damId, sireId, purpose, origin, note }
    try {
      const saved = page
        ? await send(animalsApi.change, {
            params: { id: page.animal.id },
            body: {
              ...common,
              version: writing.version,
            },
          })
        : await send(animalsApi.add, {
            body: {
              ...common,
              id: newId(),
              protocolId,
              sex: draft.sex,
              placeId: draft.placeId,
              grams: figures.readGrams(draft.weight),
            },
          })
      notification.success({ title: `${saved.tag} is in the book` })
      goOn(`/animals/${saved.id}`)
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  const field = (name: string, label: string, control: ReactNode, hint = '') => (
    <div className="field">
      <label htmlFor={name}>{label}</label>
      {control}
      {error?.says(name) ? (
        <span className="says">{error.says(name)}</span>
      ) : (
        hint && <span className="small quiet">{hint}</span>
      )}
    </div>
  )
  return (
    <section className="page" style={{ maxWidth: 820 }}>
      <h1>{page ? `What is known of ${page.animal.tag}` : 'A new animal'}</h1>
      <form onSubmit={(e) => void save(e)} style={{ marginTop: 14 }} noValidate>
        <div className="columns" style={{ gridTemplateColumns: '1fr 1fr' }}>
          <div>
            {field(
              'tag',
              'Tag',
              <Input
                id="tag"
                autoFocus
                value={draft.tag}
                onChange={(e) => set({ tag: e.target.value })}
                maxLength={24}
              />,
            )}
            {!page &&
              field(
                'protocolId',
                'Species',
                <Select
                  id="protocolId"
                  value={protocolId}
                  onChange={(v: string) => set({ protocolId: v, damId: null, sireId: null })}
                  options={(protocols ?? []).map((p) => ({ value: p.id, label: p.species }))}
                />,
              )}
            {field(
              'line',
              'Line',
              <Input
                id="line"
                value={draft.line}
                onChange={(e) => set({ line: e.target.value })}
                maxLength={60}
              />,
            )}
            {!page &&
              field(
                'sex',
                'Sex',
                <Segmented
                  id="sex"
                  aria-label="Sex"
                  options={['female', 'male', 'unknown']}
                  value={draft.sex}
                  onChange={(sex) => set({ sex: sex as AnimalWriting['sex'] })}
                />,
              )}
            <div className="field">
              <span className="label">Hatched, as exactly as it is known</span>
              <Segmented
                aria-label="How exactly"
                options={['day', 'month', 'year', 'about', 'not known']}
                value={draft.precision}
                onChange={(p) => set({ precision: p as AnimalWriting['precision'] })}
              />
              {draft.precision !== 'not known' && (
                <div className="row">
                  <Input
                    id="hatched"
                    aria-label="Hatched"
                    style={{ width: 150 }}
                    placeholder={DATE_HINTS[draft.precision]}
                    value={draft.date}
                    onChange={(e) => set({ date: e.target.value })}
                  />
                  {draft.precision === 'about' && (
                    <>
                      give or take{' '}
                      <InputNumber
                        aria-label="days either side"
                        min={0}
                        max={3650}
                        value={draft.widthDays}
                        onChange={(w) => set({ widthDays: w ?? 0 })}
                        style={{ width: 90 }}
                      />{' '}
                      days
                    </>
                  )}
                </div>
              )}
              {error?.says('hatched') && <span className="says">{error.says('hatched')}</span>}
            </div>
          </div>
          <div>
            {field(
              'damId',
              'Dam',
              <Select
                id="damId"
                allowClear
                showSearch={{ optionFilterProp: 'label' }}
                value={draft.damId}
                onChange={(v: string | undefined) => set({ damId: v ?? null })}
                options={parents('female')}
                placeholder="not known"
              />,
            )}
            {field(
              'sireId',
              'Sire',
              <Select
                id="sireId"
                allowClear
                showSearch={{ optionFilterProp: 'label' }}
                value={draft.sireId}
                onChange={(v: string | undefined) => set({ sireId: v ?? null })}
                options={parents('male')}
                placeholder="not known"
              />,
            )}
            {!page &&
              field(
                'placeId',
                'Place',
                <Select
                  id="placeId"
                  allowClear
                  showSearch={{ optionFilterProp: 'label' }}
                  value={draft.placeId}
                  onChange={(v: string | undefined) => set({ placeId: v ?? null })}
                  options={(places ?? [])
                    .filter((p) => p.kind === 'tub' || p.kind === 'shelf')
                    .map((p) => ({ value: p.id, label: names.get(p.id)! }))}
                />,
              )}
            {!page &&
              field(
                'grams',
                `Weight, ${figures.weightUnit}`,
                <MassInput
                  id="grams"
                  className="fig"
                  value={draft.weight}
                  onChange={(weight) => set({ weight })}
                  style={{ width: 140 }}
                />,
              )}
            {field(
              'purpose',
              'Purpose',
              <Select
                id="purpose"
                value={draft.purpose}
                onChange={(purpose: AnimalWriting['purpose']) => set({ purpose })}
                options={PURPOSES.map((p) => ({ value: p, label: p }))}
              />,
            )}
            {field(
              'origin',
              'Where it came from',
              <Input id="origin" value={draft.origin} onChange={(e) => set({ origin: e.target.value })} />,
            )}
            {field(
              'note',
              'Note',
              <Input.TextArea
                id="note"
                rows={2}
                value={draft.note}
                onChange={(e) => set({ note: e.target.value })}
              />,
            )}
          </div>
        </div>
        <SideBySide
          writing={writing}
          nameOf={(field) => NAMES[field] ?? field}
          show={(_, value) => tagOf(value) ?? (value === null || value === '' ? '–' : String(value))}
          onSettled={() => setError(null)}
        />
        {error && !merge && (
          <p className="note bad" role="alert">
            {error.problem.detail} What you wrote is still here.
          </p>
        )}
        <Button type="primary" size="large" htmlType="submit" disabled={merge !== null}>
          {page ? 'Save' : 'Put it in the book'}
        </Button>{' '}
        <Button size="large" onClick={() => void navigate(-1)}>
          Leave it
        </Button>
      </form>
    </section>
  )
}
