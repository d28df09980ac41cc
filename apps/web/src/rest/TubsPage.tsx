import { restApi, type RestBook, type RestView } from '@hatch-book/contract'
import { packTubs, type Packing } from '@hatch-book/core'
import { Button, Input } from 'antd'
import { Printer } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useRests } from './queries'
import { readTubs } from './tubList'
import { NotYet } from '../parts/NotYet'
import { useNotices } from '../shell/notices'

const EXAMPLE = '6 × 2 L\n8 × 6 L\n6 × 40 L'

const sleeps = (r: RestView) =>
  r.animalId !== null && !r.held && ['planned', 'fasting', 'cooling', 'resting'].includes(r.course.state)

/** Who shares a tub with whom, under the protocol's rules of size, sex and count; and the labels for the lids. */
export function TubsPage() {
  const plan = useSearchParams()[0].get('plan')
  const bookAsked = useRests(plan)
  const { data: book } = bookAsked
  const may = useMay()
  const notification = useNotices()
  const [text, setText] = useState(EXAMPLE)
  const [packing, setPacking] = useState<Packing | null>(null)
  const { tubs, faults } = useMemo(() => readTubs(text), [text])
  if (!book) return <NotYet of={bookAsked} page />
  const sleepers = book.rests.filter(sleeps)
  const pack = () =>
    setPacking(
      packTubs(
        sleepers.map((r) => ({ id: r.id, tag: r.tag, species: r.species, grams: r.grams ?? 0, sex: r.sex })),
        tubs,
        (a) => book.rules[sleepers.find((r) => r.id === a.id)!.rulesKey]!.tub,
      ),
    )
  const keep = async () => {
    const assigned = packing!.tubs.flatMap(({ tub, animals }) =>
      animals.map((a) => ({ restId: a.id, tub: tub.name })),
    )
    try {
      await send(restApi.assignTubs, { params: { id: book.plan!.id }, body: { tubs: assigned } })
      setPacking(null)
    } catch (e) {
      notification.error({
        title: 'Not saved',
        description: wordsOf(e),
      })
    }
  }
  return (
    <section className="page">
      <div className="no-print">
        <PageHead title="Rest tubs">
          {sleepers.some((r) => r.tub) && (
            <Button icon={<Printer size={15} aria-hidden />} onClick={() => window.print()}>
              Print the labels
            </Button>
          )}
        </PageHead>
        {sleepers.length === 0 && <p className="empty">No rest is planned, so no tub is needed.</p>}
        {may.write && sleepers.length > 0 && (
          <div className="columns list-left below-16">
            <div>
              <div className="field">
                <label htmlFor="tubs">Tubs there are</label>
                <Input.TextArea
                  id="tubs"
                  rows={5}
                  value={text}
                  onChange={(e) => setText(e.target.value)}
                  aria-invalid={faults.length > 0}
                />
                {faults.length > 0 && (
                  <span className="says">not read: {faults.join('; ')}. Write lines like ‘6 × 2 L’.</span>
                )}
                <span className="small quiet">{tubs.length} tubs</span>
              </div>
              <Button type="primary" disabled={tubs.length === 0} onClick={pack}>
                Pack {sleepers.length} into them
              </Button>
            </div>
            {packing && (
              <Packed packing={packing} onKeep={() => void keep()} onLeave={() => setPacking(null)} />
            )}
          </div>
        )}
      </div>
      {!packing && <Labels book={book} sleepers={sleepers} />}
    </section>
  )
}

function Packed({ packing, onKeep, onLeave }: { packing: Packing; onKeep(): void; onLeave(): void }) {
  const figures = useFigures()
  return (
    <div>
      <table className="plain-table" aria-label="Packing">
        <thead>
          <tr>
            <th>tub</th>
            <th className="right">holds</th>
            <th className="right">wanted</th>
            <th>who</th>
          </tr>
        </thead>
        <tbody>
          {packing.tubs.map(({ tub, animals, litresWanted }) => (
            <tr key={tub.id}>
              <td className="tag">{tub.name}</td>
              <td className="fig right">{tub.litres} L</td>
              <td className="fig right">{litresWanted.toFixed(1)} L</td>
              <td>
                {animals.map((a) => `${a.tag} (${figures.grams(a.grams)})`).join(', ')}{' '}
                <span className="quiet small">
                  {animals[0]!.species}
                  {animals.length > 1 && animals.every((a) => a.sex === animals[0]!.sex)
                    ? `, ${animals[0]!.sex}s`
                    : ''}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {packing.left.map((l) => (
        <p key={l.animal.id} className="note bad">
          ✕ {l.says}
        </p>
      ))}
      <p className="small quiet">{packing.unused.length} tubs stay empty.</p>
      <Button type="primary" onClick={onKeep}>
        Save these tubs
      </Button>{' '}
      <Button onClick={onLeave}>Cancel</Button>
    </div>
  )
}

/** A label for each tub's lid: who is in it, since when, when it is looked at next and when it wakes. */
function Labels({ book, sleepers }: { book: RestBook; sleepers: RestView[] }) {
  const figures = useFigures()
  const tubs = new Map<string, RestView[]>()
  for (const r of sleepers.filter((s) => s.tub)) tubs.set(r.tub, [...(tubs.get(r.tub) ?? []), r])
  if (tubs.size === 0) return null
  return (
    <div className="print-cards">
      {[...tubs]
        .sort(([a], [b]) => a.localeCompare(b, 'en', { numeric: true }))
        .map(([tub, rests]) => {
          const rules = book.rules[rests[0]!.rulesKey]!
          return (
            <article key={tub} aria-label={`Label of ${tub}`}>
              <div className="between">
                <span className="tag bigger">{tub}</span>
                <span className="small">{rests[0]!.unit?.name}</span>
              </div>
              <div>
                <strong>{rests.map((r) => r.tag).join('  ')}</strong>
              </div>
              <div className="small">{rests[0]!.species}</div>
              <div className="small">
                in {figures.day(rests[0]!.clock.edges['step down'])}, up{' '}
                {figures.day(rests[0]!.clock.edges['step up'])}
              </div>
              <div className="small">
                {figures.celsiusBrief(rests[0]!.clock.holdC.least)} to{' '}
                {figures.celsiusBrief(rests[0]!.clock.holdC.most)}; check each {rules.checkDays.typical} days
              </div>
              {rests.map((r) => {
                const start = r.startGrams?.grams ?? r.grams
                return (
                  start !== null && (
                    <div className="small" key={r.id}>
                      {r.tag}: {figures.grams(start)}, wake under{' '}
                      {figures.grams(start * (1 - rules.alarmLoss))}
                    </div>
                  )
                )
              })}
              <div className="small">
                {rests[0]!.bedding ? `bedding ${rests[0]!.bedding}, ` : ''}water, dark
              </div>
            </article>
          )
        })}
    </div>
  )
}
