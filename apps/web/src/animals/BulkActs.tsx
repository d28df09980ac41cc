import { counted } from '@hatch-book/core'
import type { AnimalRow } from '@hatch-book/contract'
import { Button, Drawer } from 'antd'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useMay } from '../shell/session'
import { MoveForm } from './MoveForm'
import { PurposeForm } from './PurposeForm'
import { usePicked } from './tableStore'
import css from './list.module.css'

/** What is done to the ticked animals together. */
export function BulkActs({ animals }: { animals: readonly AnimalRow[] }) {
  const { picked, clear } = usePicked()
  const may = useMay()
  const navigate = useNavigate()
  const [open, setOpen] = useState<'move' | 'purpose' | null>(null)
  const chosen = animals.filter((a) => picked.has(a.id))
  if (chosen.length === 0) return null
  return (
    <div className={`${css.bulk} no-print`} role="region" aria-label="Ticked animals">
      <strong className="fig">{chosen.length}</strong> ticked
      {may.write && <Button onClick={() => setOpen('move')}>Move</Button>}
      {may.decide && <Button onClick={() => setOpen('purpose')}>Set purpose</Button>}
      <Button onClick={() => void navigate('/animals/cards?picked=1')}>Print cards</Button>
      <button type="button" className="plain" onClick={clear}>
        untick all
      </button>
      <Drawer
        title={`${open === 'move' ? 'Move' : 'Purpose of'} ${counted(chosen.length, 'animal')}`}
        open={open !== null}
        onClose={() => setOpen(null)}
        size={430}
        destroyOnHidden
      >
        {open === 'move' && <MoveForm chosen={chosen} onDone={() => setOpen(null)} />}
        {open === 'purpose' && <PurposeForm chosen={chosen} onDone={() => setOpen(null)} />}
      </Drawer>
    </div>
  )
}
