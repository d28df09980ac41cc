import { placesApi, restApi, newId, WeatherRuleDraft, type Weather } from '@hatch-book/contract'
import { Select } from 'antd'
import { ContractForm } from '../parts/form/ContractForm'
import {
  ChoiceField,
  Field,
  NumberField,
  PickField,
  QuantityField,
  quantityOf,
  TextField,
} from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { animalOption } from '../parts/identityWords'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useAnimals } from '../shell/queries'
import { useSession } from '../shell/session'

type Act = 'bring in' | 'put out'
const NEW = 'new'
const USUAL_C = 6

/** 'Bring in when so many nights in a row fall under a temperature'. */
export function NewWeatherRule({ stations, onDone }: { stations: Weather['stations']; onDone(): void }) {
  const figures = useFigures()
  const { today } = useSession()
  const { data: animals } = useAnimals()
  const form = useContractForm({
    begin: {
      act: 'bring in' as Act,
      nights: 5 as number | null,
      limit: figures.typed.temperature.write(USUAL_C),
      station: stations[0]?.id ?? NEW,
      name: '',
      animalIds: [] as string[],
    },
    schema: WeatherRuleDraft,
    body: ({ act, nights, limit, station, name, animalIds }) => ({
      ...{ id: newId(), name: name.trim() || (act === 'bring in' ? 'Bring in' : 'Put out') },
      ...{ act, stationId: station === NEW ? newId() : station, since: today, animalIds },
      rule: {
        ...{ nights, side: act === 'bring in' ? 'under' : 'over' },
        limitC: quantityOf(figures, 'temperature', limit),
      },
    }),
    send: async (body) => {
      // A new thermometer has no readings yet: they are brought in, or its probe is connected.
      if (form.draft.station === NEW)
        await send(placesApi.add, { body: { id: body.stationId, kind: 'outdoors', name: 'Outdoors' } })
      await send(restApi.addWeatherRule, { body })
      onDone()
    },
    fieldOf: (field) =>
      field === 'rule.nights'
        ? 'nights'
        : field === 'rule.limitC'
          ? 'limit'
          : field === 'stationId'
            ? 'station'
            : field,
  })
  const { act } = form.draft
  return (
    <ContractForm
      of={form}
      label="New rule"
      className="card now below-16 upto-820"
      actions={<FormActions of={form} save="Save rule" onCancel={onDone} />}
    >
      <div className="row gap-16">
        <ChoiceField name="act" label="What to do" options={['bring in', 'put out']} />
        <NumberField name="nights" label="Nights in a row" min={1} max={60} width={110} />
        <QuantityField
          name="limit"
          of="temperature"
          label={act === 'bring in' ? 'That fall under' : 'That stay over'}
          needed="Enter the temperature"
          width={110}
        />
        <PickField
          name="station"
          label="Thermometer"
          width={190}
          options={[
            ...stations.map((s) => ({ value: s.id, label: s.name })),
            { value: NEW, label: 'a new thermometer' },
          ]}
        />
      </div>
      <div className="row at-start gap-16">
        <TextField name="name" label="Called" most={80} placeholder={act} width={240} />
        <div className="grows min-260">
          <Field name="animalIds" label="For" hint="may be empty">
            <Select
              mode="multiple"
              showSearch={{ optionFilterProp: 'label' }}
              options={(animals ?? [])
                .filter((a) => a.presence === 'here')
                .map((a) => animalOption(a, [a.species]))}
              placeholder="tag or name"
            />
          </Field>
        </div>
      </div>
    </ContractForm>
  )
}
