import { counted } from '@hatch-book/core'
import { animalsApi, PURPOSES, type AnimalRow } from '@hatch-book/contract'
import { App, Button, Drawer, Select } from 'antd'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { send, wordsOf } from '../shell/api'
import { useLog, type ToWrite } from '../shell/log'
import { placeNames, usePlaces } from '../shell/queries'
import { useMay } from '../shell/session'
import { usePicked } from './tableStore'

const AT_ONCE = 400

/** What is done to the ticked animals together. */
export function BulkActs({ animals }: { animals: readonly AnimalRow[] }) {
  const { picked, clear } = usePicked()
  const may = useMay()
  const navigate = useNavigate()
  const [open, setOpen] = useState<'move' | 'purpose' | null>(null)
  const chosen = animals.filter((a) => picked.has(a.id))
  if (chosen.length === 0) return null
  return (
    <div className="bulk no-print" role="region" aria-label="Ticked animals">
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

function MoveForm({ chosen, onDone }: { chosen: readonly AnimalRow[]; onDone(): void }) {
  const { data } = usePlaces()
  const { write } = useLog()
  const [placeId, setPlaceId] = useState<string | null>(null)
  const [says, setSays] = useState('')
  const names = placeNames(data ?? [])
  const save = async () => {
    if (!placeId) return setSays('Choose where to')
    const items = chosen.map((a): ToWrite => ({
      kind: 'moved',
      subject: { type: 'animal', id: a.id },
      payload: { placeId },
    }))
    for (let start = 0; start < items.length; start += AT_ONCE) {
      const part = items.slice(start, start + AT_ONCE)
      if (!(await write(part, `${part.length} moved to ${names.get(placeId)}`))) return
    }
    onDone()
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <div className="field">
        <label htmlFor="where">Where to</label>
        <Select
          id="where"
          showSearch
          optionFilterProp="label"
          value={placeId}
          onChange={setPlaceId}
          options={(data ?? []).map((p) => ({ value: p.id, label: names.get(p.id)! }))}
          style={{ width: '100%' }}
        />
        {says && (
          <span className="says" role="alert">
            {says}
          </span>
        )}
      </div>
      <Button type="primary" htmlType="submit">
        Move animals
      </Button>{' '}
      <Button onClick={onDone}>Cancel</Button>
    </form>
  )
}

function PurposeForm({ chosen, onDone }: { chosen: readonly AnimalRow[]; onDone(): void }) {
  const { notification } = App.useApp()
  const [purpose, setPurpose] = useState<(typeof PURPOSES)[number]>('breeder')
  const [says, setSays] = useState('')
  const save = async () => {
    try {
      await send(animalsApi.changePurpose, { body: { ids: chosen.map((a) => a.id), purpose } })
      notification.success({ title: `${chosen.length} are kept as ${purpose}` })
      onDone()
    } catch (error) {
      setSays(wordsOf(error))
    }
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <div className="field">
        <label htmlFor="purpose">Kept as</label>
        <Select
          id="purpose"
          value={purpose}
          onChange={setPurpose}
          options={PURPOSES.map((value) => ({ value, label: value }))}
          style={{ width: '100%' }}
        />
        {says && (
          <span className="says" role="alert">
            {says}
          </span>
        )}
      </div>
      <Button type="primary" htmlType="submit">
        Save purpose
      </Button>{' '}
      <Button onClick={onDone}>Cancel</Button>
    </form>
  )
}
