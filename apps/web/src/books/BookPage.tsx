import { BookChange, booksApi } from '@hatch-book/contract'

import { ContractForm } from '../parts/form/ContractForm'
import { ChoiceField, PickField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { send } from '../shell/api'
import { useMay, useSession } from '../shell/session'
import { BookHead } from './BookHead'
import { BookLife } from './BookLife'
import { Scales } from './Scales'
import { useNotices } from '../shell/notices'

/** The book itself: its units, its scales, its life. */
export function BookPage() {
  return (
    <section className="page">
      <BookHead title="Settings" />
      <div className="columns halves">
        <Settings />
        <Scales />
      </div>
      <BookLife />
    </section>
  )
}

const NAMES = {
  ...{ name: 'Name', zone: 'Time zone' },
  ...{ weightUnit: 'weights in', temperatureUnit: 'temperatures in' },
}

function Settings() {
  const { book } = useSession()
  const may = useMay()
  const notification = useNotices()
  const { name, zone, weightUnit, temperatureUnit } = book
  const writing = useWriting({
    version: book.version,
    writing: { name, zone, weightUnit, temperatureUnit },
  })
  const { merge } = writing
  const form = useContractForm({
    begin: writing.draft,
    schema: BookChange,
    body: (draft) => ({ version: writing.version, ...draft }),
    send: async (body) => {
      await send(booksApi.change, { body })
      writing.kept(writing.version + 1)
      notification.success({ title: 'Saved' })
    },
    writing,
  })
  const isChanged = JSON.stringify(form.draft) !== JSON.stringify({ name, zone, weightUnit, temperatureUnit })
  return (
    <ContractForm
      of={form}
      label="Settings"
      className="card"
      disabled={!may.run}
      actions={
        may.run ? (
          <FormActions of={form} save="Save" disabled={!isChanged || merge !== null} />
        ) : (
          <p className="quiet small">Only the owner can change these.</p>
        )
      }
    >
      <h3>Name, time zone and units</h3>
      <TextField name="name" label="Name" most={80} />
      <PickField
        name="zone"
        label="Time zone"
        options={Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, label: z }))}
      />
      <div className="row gap-24">
        <ChoiceField name="weightUnit" label="weights in" options={['g', 'oz']} />
        <ChoiceField
          name="temperatureUnit"
          label="temperatures in"
          options={[
            { value: 'C', label: '°C' },
            { value: 'F', label: '°F' },
          ]}
        />
      </div>
      <SideBySide
        writing={writing}
        nameOf={(field) => NAMES[field as keyof typeof NAMES]}
        show={(_, value) => String(value)}
      />
    </ContractForm>
  )
}
