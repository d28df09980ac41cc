import type { ProtocolPage } from '@hatch-book/contract'
import type { ProtocolScope } from '@hatch-book/core'
import { AutoComplete, Input, Segmented, Select } from 'antd'
import { useSearchParams } from 'react-router'
import { animalOption } from '../parts/identityWords'
import { useAnimals } from '../shell/queries'

/** For whom it is edited: the closer level counts before the wider. */
export function Scope({ page, asked }: { page: ProtocolPage; asked: ProtocolScope }) {
  const [params, setParams] = useSearchParams()
  const { data } = useAnimals()
  const go = (scope: ProtocolScope, of: string) => {
    const next = new URLSearchParams(params)
    next.set('scope', scope)
    next.set('of', of)
    setParams(next)
  }
  const choices =
    asked === 'line' || asked === 'form'
      ? (asked === 'form' ? page.forms : page.lines).map((name) => ({ value: name, label: name }))
      : (data ?? []).filter((a) => a.species === page.document.species).map((a) => animalOption(a))
  return (
    <>
      <Segmented
        aria-label="For"
        value={asked}
        options={[
          { value: 'species', label: 'the species' },
          ...(page.document.keptAs === 'animals' ? [{ value: 'form', label: 'one form' }] : []),
          { value: 'line', label: 'one line' },
          { value: 'animal', label: 'one animal' },
        ]}
        onChange={(scope) => go(scope as ProtocolScope, '')}
      />
      {asked === 'form' && (
        <AutoComplete
          key={page.of}
          className="w-190"
          defaultValue={page.scope === 'form' ? page.of : ''}
          options={choices}
          onSelect={(of: string) => go('form', of)}
        >
          <Input
            aria-label="Which form"
            placeholder="such as northern"
            maxLength={40}
            onPressEnter={({ currentTarget }) => {
              const of = currentTarget.value.trim()
              if (of !== '') go('form', of)
            }}
          />
        </AutoComplete>
      )}
      {(asked === 'line' || asked === 'animal') && (
        <Select
          aria-label={`Which ${asked}`}
          placeholder={`which ${asked}`}
          showSearch
          optionFilterProp="label"
          className="w-190"
          value={page.scope === asked ? page.of : null}
          options={choices}
          onChange={(of: string) => go(asked, of)}
        />
      )}
    </>
  )
}
