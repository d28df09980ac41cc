import { PickField, TextField } from '../parts/form/fields'
import { useProtocols } from '../shell/queries'

/** Which animals are meant: a species, and where it matters a line, a sex, a trait. */
export interface Asked {
  protocolId: string | null
  line: string
  sex: 'female' | 'male' | 'either'
  trait: string
}

export const ANY_ANIMAL: Asked = { protocolId: null, line: '', sex: 'either', trait: '' }

const SEXES = (['either', 'female', 'male'] as const).map((value) => ({ value, label: value }))

/** The fields of a form in which animals are asked for. */
export function AskedFields() {
  const { data: protocols } = useProtocols()
  return (
    <>
      <PickField
        name="protocolId"
        label="Species"
        placeholder="choose"
        needed="Choose a species"
        options={(protocols ?? []).filter((p) => !p.hidden).map((p) => ({ value: p.id, label: p.species }))}
        width={190}
      />
      <TextField name="line" label="Line" placeholder="any line" width={150} />
      <PickField name="sex" label="Sex" options={SEXES} width={100} />
      <TextField name="trait" label="Trait" placeholder="any trait" width={150} />
    </>
  )
}
