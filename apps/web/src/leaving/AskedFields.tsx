import { Input, Select } from 'antd'
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

export function AskedFields({ asked, onChange }: { asked: Asked; onChange(asked: Asked): void }) {
  const { data: protocols } = useProtocols()
  return (
    <>
      <Select
        aria-label="Species"
        placeholder="species"
        value={asked.protocolId}
        onChange={(protocolId) => onChange({ ...asked, protocolId })}
        options={(protocols ?? []).filter((p) => !p.hidden).map((p) => ({ value: p.id, label: p.species }))}
        style={{ width: 190 }}
      />
      <Input
        aria-label="Line"
        placeholder="any line"
        value={asked.line}
        onChange={(e) => onChange({ ...asked, line: e.target.value })}
        style={{ width: 150 }}
      />
      <Select
        aria-label="Sex"
        value={asked.sex}
        onChange={(sex) => onChange({ ...asked, sex })}
        options={SEXES}
        style={{ width: 100 }}
      />
      <Input
        aria-label="Trait"
        placeholder="any trait"
        value={asked.trait}
        onChange={(e) => onChange({ ...asked, trait: e.target.value })}
        style={{ width: 150 }}
      />
    </>
  )
}
