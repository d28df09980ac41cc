import {
  AnimalChange,
  AnimalDraft,
  animalsApi,
  newId,
  PURPOSES,
  type AnimalPage,
  type AnimalRow,
  type ProtocolSummary,
} from '@hatch-book/contract'
import { SEXES } from '@hatch-book/core'
import { App, AutoComplete, Form, Input, InputNumber } from 'antd'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import { ChoiceField, Field, PickField, QuantityField, quantityOf, TextField } from '../parts/form/fields'
import { offeredSpecies, SpeciesField, speciesMeant } from '../parts/form/SpeciesField'
import { useContractForm } from '../parts/form/useContractForm'
import { NotInBook } from '../parts/NotInBook'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { useTitle } from '../shell/frame/useTitle'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { placeNames, useAnimal, useAnimals, usePlaces, useProtocols } from '../shell/queries'
import { useGoOn } from '../shell/useGoOn'
import { DATE_HINTS, fieldOfAnimal, hatchFactOf, PRECISIONS, writingOf } from './animalWriting'

/** A new animal, or a change of what is known of one. */
export function AnimalFormPage() {
  const { id } = useParams()
  const { data, error } = useAnimal(id)
  const { data: protocols, isFetching } = useProtocols()
  const [params] = useSearchParams()
  const species = params.get('species')
  useTitle(data && `Edit ${data.animal.tag}`)
  if (error)
    return (
      <NotInBook
        title="This animal cannot be changed"
        says={error.message}
        to="/animals"
        others="All animals"
      />
    )
  if ((id && !data) || !protocols) return null
  // A species that was added a moment ago is on its way.
  if (species && isFetching && !protocols.some((p) => p.id === species)) return null
  // Not begun anew when somebody else saves meanwhile: what is being written here would be gone.
  return <AnimalForm key={id ?? ''} page={data} protocols={protocols} meantId={species} />
}

const NAMES: Record<string, string> = {
  ...{ tag: 'Tag', form: 'Form', line: 'Line', damId: 'Dam', sireId: 'Sire', purpose: 'Purpose' },
  ...{ origin: 'Where it came from', note: 'Note' },
  ...{ date: 'Hatched', precision: 'How exactly', widthDays: 'Days either side' },
}

/** Forms of a species that are kept already. */
const formsOf = (animals: readonly AnimalRow[] | undefined, species: string | undefined) => [
  ...new Set((animals ?? []).flatMap((a) => (a.species === species && a.form !== '' ? [a.form] : []))),
]

function AnimalForm({
  page,
  protocols,
  meantId,
}: {
  page: AnimalPage | undefined
  /** The species that the page was opened for; none where it was opened for any. */
  meantId: string | null
  protocols: readonly ProtocolSummary[]
}) {
  const begin = writingOf(page)
  // Nobody is written down as of a species by mistake: it is chosen, or the page was opened for it.
  const kept = offeredSpecies(protocols)
  const meant = speciesMeant(kept, meantId)
  const writing = useWriting({
    version: page?.animal.version ?? 0,
    writing: { ...begin, protocolId: begin.protocolId || (meant ?? '') },
  })
  const { data: animals } = useAnimals()
  const { data: places } = usePlaces()
  const figures = useFigures()
  const navigate = useNavigate()
  const goOn = useGoOn()
  const { notification } = App.useApp()
  const form = useContractForm({
    begin: writing.draft,
    schema: page ? AnimalChange : AnimalDraft,
    body: (draft) => {
      const { tag, form, line, damId, sireId, purpose, origin, note } = draft
      const common = { tag, form, line, hatched: hatchFactOf(draft), damId, sireId, purpose, origin, note }
      const { protocolId, sex, placeId, weight } = draft
      return page
        ? { ...common, version: writing.version }
        : { ...common, id: newId(), protocolId, sex, placeId, grams: quantityOf(figures, 'mass', weight) }
    },
    send: async (body) => {
      const saved = page
        ? await send(animalsApi.change, { params: { id: page.animal.id }, body: body as AnimalChange })
        : await send(animalsApi.add, { body: body as AnimalDraft })
      notification.success({ title: `${saved.tag} is in the book` })
      goOn(`/animals/${saved.id}`)
    },
    fieldOf: fieldOfAnimal,
    writing,
    ...(!page && { keepAs: 'new animal' }),
  })
  const { protocolId, precision } = form.draft
  const species = protocols.find((p) => p.id === protocolId)?.species
  const parents = (sex: 'female' | 'male') =>
    (animals ?? [])
      .filter((a) => a.species === species && a.sex === sex && a.id !== page?.animal.id)
      .map((a) => ({ value: a.id, label: `${a.tag}${a.line ? `, ${a.line}` : ''}` }))
  const names = placeNames(places ?? [])
  const tagOf = (id: unknown) => animals?.find((a) => a.id === id)?.tag
  return (
    <section className="page" style={{ maxWidth: 820 }}>
      <h1>{page ? `What is known of ${page.animal.tag}` : 'A new animal'}</h1>
      <ContractForm
        of={form}
        label={page ? `What is known of ${page.animal.tag}` : 'A new animal'}
        style={{ marginTop: 14 }}
        actions={
          <FormActions
            of={form}
            save={page ? 'Save changes' : 'Add animal'}
            disabled={writing.merge !== null}
            onCancel={() => void navigate(-1)}
            large
          />
        }
      >
        <div className="columns" style={{ gridTemplateColumns: '1fr 1fr' }}>
          <div>
            <TextField name="tag" label="Tag" most={24} autoFocus needed="give it a tag" />
            {!page && (
              <SpeciesField species={kept} onPick={() => form.change({ damId: null, sireId: null })} />
            )}
            <Field name="form" label="Form">
              <AutoComplete
                maxLength={40}
                placeholder="such as northern"
                options={formsOf(animals, species).map((value) => ({ value }))}
              />
            </Field>
            <TextField name="line" label="Line" most={60} />
            {!page && <ChoiceField name="sex" label="Sex" options={SEXES} />}
            <ChoiceField name="precision" label="Hatched, as exactly as it is known" options={PRECISIONS} />
            {precision !== 'not known' && (
              <div className="row" style={{ alignItems: 'baseline' }}>
                <Form.Item name="date">
                  <Input aria-label="Hatched" style={{ width: 150 }} placeholder={DATE_HINTS[precision]} />
                </Form.Item>
                {precision === 'about' && (
                  <>
                    give or take
                    <Form.Item name="widthDays" normalize={(days: number | null) => days ?? 0}>
                      <InputNumber aria-label="days either side" min={0} max={3650} style={{ width: 90 }} />
                    </Form.Item>
                    days
                  </>
                )}
              </div>
            )}
          </div>
          <div>
            <PickField name="damId" label="Dam" clear options={parents('female')} placeholder="not known" />
            <PickField name="sireId" label="Sire" clear options={parents('male')} placeholder="not known" />
            {!page && (
              <PickField
                name="placeId"
                label="Place"
                clear
                options={(places ?? [])
                  .filter((p) => p.kind === 'tub' || p.kind === 'shelf')
                  .map((p) => ({ value: p.id, label: names.get(p.id)! }))}
              />
            )}
            {!page && <QuantityField name="weight" label="Weight" of="mass" width={140} />}
            <PickField
              name="purpose"
              label="Purpose"
              options={PURPOSES.map((p) => ({ value: p, label: p }))}
            />
            <TextField name="origin" label="Where it came from" />
            <TextField name="note" label="Note" rows={2} />
          </div>
        </div>
        <SideBySide
          writing={writing}
          nameOf={(field) => NAMES[field] ?? field}
          show={(_, value) => tagOf(value) ?? (value === null || value === '' ? '–' : String(value))}
        />
      </ContractForm>
    </section>
  )
}
