import { IncubatorDraft, newId, placesApi } from '@hatch-book/contract'
import { Button, Form, InputNumber } from 'antd'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField, QuantityField, quantityOf, TextField } from '../parts/form/fields'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import css from './boxes.module.css'
import { useNotices } from '../shell/notices'

const USUAL_C = 28

/** An incubator with its set point and its boxes. */
export function NewIncubator() {
  const figures = useFigures()
  const notification = useNotices()
  const form = useContractForm({
    begin: {
      ...{ name: '', set: figures.typed.temperature.write(USUAL_C), shelves: 0 as number | null },
      ...{ boxes: 6 as number | null, rows: 4 as number | null, columns: 5 as number | null },
    },
    schema: IncubatorDraft,
    body: ({ name, set, shelves, boxes, rows, columns }) => ({
      ...{ id: newId(), name, setPointC: quantityOf(figures, 'temperature', set) },
      ...{ shelves: shelves ?? 0, boxes, grid: { rows: rows ?? 1, columns: columns ?? 1 } },
    }),
    send: async (body) => {
      const made = await send(placesApi.addIncubator, { body })
      notification.success({ title: `${body.name} stands ready with ${made.boxes} boxes` })
      form.startAnew()
    },
    fieldOf: (field) => (field === 'setPointC' ? 'set' : field),
    keepAs: 'new incubator',
  })
  return (
    <ContractForm
      of={form}
      label="New incubator"
      className={css.newIncubator}
      actions={
        <Button htmlType="submit" loading={form.sending}>
          Add incubator
        </Button>
      }
    >
      <TextField
        name="name"
        label="Its name"
        most={60}
        placeholder="H1"
        needed="give it a name, such as H1"
      />
      <QuantityField name="set" label="Set to" of="temperature" width={120} />
      <NumberField name="shelves" label="Shelves, none for boxes side by side" min={0} max={10} width={90} />
      <NumberField
        name="boxes"
        label={form.draft.shelves ? 'Boxes on each' : 'Boxes'}
        min={1}
        max={60}
        width={90}
      />
      <div className="field">
        <span className="label">Places in a box, rows and columns</span>
        <div className="row">
          {(['rows', 'columns'] as const).map((name) => (
            <Form.Item key={name} name={name} noStyle>
              <InputNumber
                aria-label={name === 'rows' ? 'Rows of a box' : 'Columns of a box'}
                min={1}
                max={20}
                precision={0}
                className="w-76"
              />
            </Form.Item>
          ))}
        </div>
      </div>
    </ContractForm>
  )
}
