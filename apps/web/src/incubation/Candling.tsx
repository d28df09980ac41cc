import { incubationApi, type ClutchPage, type ClutchView } from '@hatch-book/contract'
import { eggEnded, readEggWords, type EggFate } from '@hatch-book/core'
import { Button, Input } from 'antd'
import { useState } from 'react'
import { Keys } from '../parts/Keys'
import { useFigures } from '../shell/figures'
import { useKeys } from '../shell/keys'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'
import { cellsOf, EggBox, gridOf } from './EggBox'
import { HatchForm } from './HatchForm'
import { SURPLUS_CAUTION } from './words'

type Egg = ClutchView['eggs'][number]
const FATE_KEYS: readonly { key: string; fate: EggFate; main?: boolean }[] = [
  { key: 'G', fate: 'good', main: true },
  { key: 'F', fate: 'infertile' },
  { key: 'D', fate: 'dented' },
  { key: 'M', fate: 'mouldy' },
  { key: 'X', fate: 'dead' },
  { key: 'P', fate: 'pipped' },
]
/** Candling egg by egg, one key each: after one is settled the next is picked. Rows of eggs are said in words. */
export function Candling({ page, active }: { page: ClutchPage; active: boolean }) {
  const { clutch } = page
  const may = useMay()
  const figures = useFigures()
  const { write } = useLog()
  const sendAndSay = useSendAndSay('Egg not moved')
  const [pickedNumber, setPicked] = useState<number | null>(null)
  const [mode, setMode] = useState<'candling' | 'placing' | 'hatching'>('candling')
  const open = clutch.eggs.filter((e) => !eggEnded(e.fate))
  const picked =
    clutch.eggs.find((e) => e.number === pickedNumber && (mode === 'placing' || !eggEnded(e.fate))) ??
    open.find((e) => e.fate === 'set') ??
    open[0]
  const say = (fates: readonly { egg: Egg; fate: EggFate }[], what: string) =>
    write(
      fates.map(({ egg, fate }) => ({
        kind: 'egg fate' as const,
        subject: { type: 'clutch' as const, id: clutch.id },
        payload: { eggId: egg.id, fate },
      })),
      what,
    )
  const settle = (fate: EggFate) => {
    if (!picked) return
    void say([{ egg: picked, fate }], `Egg ${picked.number} of ${clutch.name} is ${fate}`)
    // The next is picked at once: a hand at the box does not wait for the network.
    setPicked(open.find((e) => e.number > picked.number)?.number ?? null)
  }
  const place = async (egg: Egg, cell: number) => {
    const there = cellsOf(clutch).get(cell)
    const before = [...cellsOf(clutch)].find(([, e]) => e.id === egg.id)?.[0] ?? null
    const cells = [
      { eggId: egg.id, cell },
      ...(there && there.id !== egg.id ? [{ eggId: there.id, cell: before }] : []),
    ]
    await sendAndSay(incubationApi.placeEggs, { params: { id: clutch.id }, body: { cells } })
  }
  const { rows, columns } = gridOf(clutch)
  const carry = (by: number) => {
    const from = picked && [...cellsOf(clutch)].find(([, e]) => e.id === picked.id)?.[0]
    if (picked === undefined || from === undefined) return
    const to = from + by
    if (to >= 0 && to < rows * columns) void place(picked, to)
  }
  useKeys(
    {
      ArrowLeft: () => carry(-1),
      ArrowRight: () => carry(1),
      ArrowUp: () => carry(-columns),
      ArrowDown: () => carry(columns),
      Escape: () => setMode('candling'),
    },
    active && mode === 'placing',
  )
  return (
    <div className="card small-card">
      <div className="between">
        <h2>
          {mode === 'placing'
            ? `Placing egg ${picked?.number ?? ''}`
            : picked
              ? `Candling, egg ${picked.number} of ${clutch.eggs.length}: ${picked.fate}`
              : 'No egg is open'}
          {picked?.grams && mode === 'candling' && ` (${figures.grams(picked.grams)})`}
        </h2>
        {may.write && mode !== 'hatching' && (
          <button
            type="button"
            className="plain small"
            onClick={() => setMode(mode === 'placing' ? 'candling' : 'placing')}
          >
            {mode === 'placing' ? 'done' : 'place eggs'}
          </button>
        )}
      </div>
      <EggBox
        clutch={clutch}
        pickedId={picked?.id ?? null}
        placing={mode === 'placing'}
        onPick={(egg) => setPicked(egg.number)}
        onPlace={(egg, cell) => void place(egg, cell)}
      />
      {mode === 'placing' && (
        <p className="small quiet">
          Drag an egg, or pick one and tap its place; the arrows carry it. Two that meet change places.
        </p>
      )}
      {may.write && picked && mode === 'candling' && (
        <>
          <Keys
            active={active}
            acts={[
              ...FATE_KEYS.map(({ key, fate, main }) => ({
                key,
                says: fate,
                act: () => settle(fate),
                ...(main ? { main } : {}),
              })),
              { key: 'H', says: 'hatched …', act: () => setMode('hatching') },
            ]}
          />
          <RowInWords open={open} say={say} name={clutch.name} />
        </>
      )}
      {mode === 'hatching' && <HatchForm page={page} onDone={() => setMode('candling')} />}
    </div>
  )
}

/** A row of eggs at once: '3-7 dented, 9 dead'. Surplus eggs go the same way: '1-4 frozen'. */
function RowInWords({
  open,
  say,
  name,
}: {
  open: readonly Egg[]
  say(fates: readonly { egg: Egg; fate: EggFate }[], what: string): Promise<boolean>
  name: string
}) {
  const [text, setText] = useState('')
  const read = readEggWords(
    text,
    open.map((e) => e.number),
  )
  const { said } = read
  // Whoever comes out of an egg gets a tag and a tub.
  const says = said.some((s) => s.fate === 'hatched')
    ? 'Press H for those that hatched: each gets a tag and a tub'
    : read.says
  const inWords = said.map((s) => `${s.numbers.length} ${s.fate}`).join(', ')
  const keep = async () => {
    const fates = said.flatMap(({ numbers, fate }) =>
      open.filter((egg) => numbers.includes(egg.number)).map((egg) => ({ egg, fate })),
    )
    // All of the row at once, or none of it; what is refused is still there to be mended.
    if (await say(fates, `${name}: ${inWords}`)) setText('')
  }
  return (
    <form
      className="above-12"
      onSubmit={(e) => {
        e.preventDefault()
        if (said.length > 0 && !says) void keep()
      }}
    >
      <div className="row no-wrap">
        <Input
          aria-label="A row of eggs in words"
          size="small"
          placeholder="a row: 3-7 dented, 9 dead"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Button size="small" htmlType="submit" disabled={said.length === 0 || says !== null}>
          Enter
        </Button>
      </div>
      {text !== '' && <span className={`small ${says ? 'bad' : 'quiet'}`}>{says ?? inWords}</span>}
      <div className="small quiet">
        Surplus goes the same way: sold, passed on, frozen or fed. {SURPLUS_CAUTION}
      </div>
    </form>
  )
}
