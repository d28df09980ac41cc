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
import { calledOf, readHatched, SEXES } from '@hatch-book/core'
import { AutoComplete, Button } from 'antd'
import { useRef, useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import {
  ChoiceField,
  DayField,
  Field,
  PickField,
  QuantityField,
  quantityOf,
  TextField,
} from '../parts/form/fields'
import { offeredSpecies, SpeciesField, speciesMeant } from '../parts/form/SpeciesField'
import { useContractForm } from '../parts/form/useContractForm'
import { faultOfLook, lookRead, useGenes } from '../parts/LookForm'
import { NotInBook } from '../parts/NotInBook'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { animalOption } from '../parts/identityWords'
import { useTitle } from '../shell/frame/useTitle'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { placeNames, useAnimal, useAnimals, usePlaces, useProtocols } from '../shell/queries'
import { useSession } from '../shell/session'
import { useGoOn } from '../shell/useGoOn'
import { faultOfHatched, HatchedRead, PhotoPicked } from './AnimalFields'
import { fieldOfAnimal, writingOf } from './animalWriting'
import { NotYet } from '../parts/NotYet'
import { useNotices } from '../shell/notices'

/** A new animal, or a change of what is known of one. */
export function AnimalFormPage() {
  const { id } = useParams()
  const { data, error } = useAnimal(id)
  const protocolsAsked = useProtocols()
  const { data: protocols, isFetching } = protocolsAsked
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
  if ((id && !data) || !protocols) return <NotYet of={protocolsAsked} page />
  // A species that was added a moment ago is on its way.
  if (species && isFetching && !protocols.some((p) => p.id === species)) return null
  // Not begun anew when somebody else saves meanwhile: what is being written here would be gone.
  return <AnimalForm key={id ?? ''} page={data} protocols={protocols} meantId={species} />
}

const NAMES: Record<string, string> = {
  ...{ tag: 'Tag', name: 'Name', form: 'Form', line: 'Line', hatched: 'Hatched or born' },
  ...{ damId: 'Dam', sireId: 'Sire', purpose: 'Purpose', origin: 'Where it came from', note: 'Note' },
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
  const notification = useNotices()
  const { today } = useSession()
  const isNextWanted = useRef(false)
  const [photo, setPhoto] = useState<File | null>(null)
  const form = useContractForm({
    begin: writing.draft,
    schema: page ? AnimalChange : AnimalDraft,
    body: (draft) => {
      const { tag, name, form, line, damId, sireId, purpose, origin, note } = draft
      const read = readHatched(draft.hatched, { today })
      const hatched = 'value' in read ? read.value : null
      const common = { tag, name, form, line, hatched, damId, sireId, purpose, origin, note }
      const { protocolId, sex, placeId, weight, look, arrived } = draft
      if (page) return { ...common, version: writing.version }
      const grams = quantityOf(figures, 'mass', weight)
      return { ...common, id: newId(), protocolId, sex, placeId, look, arrived, grams }
    },
    send: async (body) => {
      const saved = page
        ? await send(animalsApi.change, { params: { id: page.animal.id }, body: body as AnimalChange })
        : await send(animalsApi.add, { body: body as AnimalDraft })
      notification.success({ title: `${calledOf(saved)} is in the book` })
      if (photo) await addPhoto(saved, photo)
      if (isNextWanted.current) writeNext()
      else goOn(`/animals/${saved.id}`)
    },
    fieldOf: fieldOfAnimal,
    writing,
    ...(!page && { keepAs: 'new animal' }),
  })
  /** The animal is in the book, whatever becomes of its photo. */
  const addPhoto = ({ id, tag }: AnimalRow, file: File) =>
    send(animalsApi.addPhoto, { params: { id }, query: { view: 'above' }, file }).catch((error: unknown) => {
      notification.error({ title: `The photo of ${tag} was not saved`, description: wordsOf(error) })
    })
  /** What animals that came together have in common stays. */
  const writeNext = () => {
    const { protocolId, form: kept, line, purpose, origin, arrived } = form.draft
    setPhoto(null)
    form.form.resetFields()
    form.form.setFieldsValue({
      ...writingOf(undefined),
      protocolId,
      form: kept,
      line,
      purpose,
      origin,
      arrived,
    })
    form.form.getFieldInstance('tag')?.focus()
  }
  const { protocolId } = form.draft
  const genes = useGenes(protocolId)
  const species = protocols.find((p) => p.id === protocolId)?.species
  const parents = (sex: 'female' | 'male') =>
    (animals ?? [])
      .filter((a) => a.species === species && a.sex === sex && a.id !== page?.animal.id)
      .map((a) => animalOption(a))
  const names = placeNames(places ?? [])
  const tagOf = (id: unknown) => animals?.find((a) => a.id === id)?.tag
  return (
    <section className="page upto-820">
      <h1>{page ? `What is known of ${page.animal.tag}` : 'A new animal'}</h1>
      <ContractForm
        of={form}
        label={page ? `What is known of ${page.animal.tag}` : 'A new animal'}
        className="above-16"
        actions={
          <FormActions
            of={form}
            save={page ? 'Save changes' : 'Add animal'}
            disabled={writing.merge !== null}
            onSave={() => (isNextWanted.current = false)}
            onCancel={() => void navigate(-1)}
            large
          >
            {!page && (
              <Button size="large" htmlType="submit" onClick={() => (isNextWanted.current = true)}>
                Add it and write the next
              </Button>
            )}
          </FormActions>
        }
      >
        <div className="columns halves">
          <div>
            <div className="columns halves gap-12">
              <TextField name="tag" label="Tag" most={24} autoFocus needed="give it a tag" />
              <TextField name="name" label="Name" most={40} placeholder="if it has one" />
            </div>
            {!page && (
              <SpeciesField species={kept} onPick={() => form.change({ damId: null, sireId: null })} />
            )}
            {!page && (
              <TextField
                name="look"
                label="Look and genes"
                most={200}
                placeholder="amel, 66 % het anery"
                check={(text) => faultOfLook(text, genes)}
                hint={lookRead(form.draft.look, genes)}
              />
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
          </div>
          <div>
            <TextField
              name="hatched"
              label="Hatched or born"
              most={60}
              placeholder="a date, a year, or an age such as about 8 years"
              check={(text) => faultOfHatched(text, today)}
              hint={<HatchedRead text={form.draft.hatched} today={today} />}
            />
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
            <div className="columns wide-left gap-12">
              <TextField name="origin" label="Where it came from" />
              {!page && <DayField name="arrived" label="Arrived" latest={today} />}
            </div>
            <TextField name="note" label="Note" rows={2} />
            {!page && <PhotoPicked photo={photo} onPick={setPhoto} />}
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
