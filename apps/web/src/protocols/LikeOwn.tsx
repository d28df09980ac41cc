import type { ProtocolSummary } from '@hatch-book/contract'
import { Select } from 'antd'
import { useProtocols } from '../shell/queries'
import css from './newSpecies.module.css'

/** What a species of the book is: another that lives as it does begins with all that is said of it. */
export function LikeOwn({ onChoose }: { onChoose(like: ProtocolSummary & { wayOfLife: string }): void }) {
  const { data: protocols = [], isPending } = useProtocols()
  // As high as it will be: what stands below stays where it is.
  if (isPending) return <div className={css.likeOwn} />
  const own = protocols.flatMap((p) => (p.wayOfLife === null ? [] : [{ ...p, wayOfLife: p.wayOfLife }]))
  if (own.length === 0) return null
  return (
    <div className="row at-middle above-16 below-16">
      <span>Is it much like one you keep?</span>
      <Select
        aria-label="Like a species you keep"
        placeholder="choose it to start from its figures"
        value={null}
        showSearch={{ optionFilterProp: 'label' }}
        className="w-300"
        options={own.map(({ id, species }) => ({ value: id, label: species }))}
        onChange={(id) => onChoose(own.find((p) => p.id === id)!)}
      />
    </div>
  )
}
