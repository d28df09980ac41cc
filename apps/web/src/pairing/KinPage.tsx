import { Segmented, Select } from 'antd'
import { useMemo, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useLongTask } from '../shell/worker'
import { PairingHead } from './PairingHead'
import { PedigreeGraph } from './PedigreeGraph'
import { useScene, type Scene } from './queries'
import type { KinInput, KinReckoned } from './reckonKin'
import { percent } from './words'
import css from './kin.module.css'

const createWorker = () => new Worker(new URL('./kin.worker.ts', import.meta.url), { type: 'module' })
const NEWCOMER_YOUNG = 4
/** Animals of a sex in the table: more do not fit on a wall, let alone on a screen. */
const TABLED = 40

/** Who is how close to whom, where the genes come from, and what is being lost. */
export function KinPage() {
  const scene = useScene()
  return (
    <section className="page">
      <PairingHead title="Kin" ofSpecies />
      {scene && <Kin key={scene.protocolId} scene={scene} />}
    </section>
  )
}

function Kin({ scene }: { scene: Scene }) {
  const [params, setParams] = useSearchParams()
  const [line, setLine] = useState<string | null>(null)
  const lines = [...new Set(scene.mates.filter((m) => m.presence === 'here').map((m) => m.line))]
    .filter(Boolean)
    .sort()
  const input = useMemo<KinInput>(() => {
    const living = scene.mates.filter((m) => m.presence === 'here' && (line === null || m.line === line))
    const breeding = living.filter((m) => m.verdict !== null)
    const of = (sex: string) => breeding.filter((m) => m.sex === sex).map((m) => m.id)
    return {
      animals: scene.pedigree,
      group: living.map((m) => m.id),
      dams: of('female').slice(0, TABLED),
      sires: of('male').slice(0, TABLED),
      young: NEWCOMER_YOUNG,
    }
  }, [scene, line])
  const { result, error } = useLongTask<KinInput, KinReckoned>(createWorker, input)
  const tags = useMemo(() => new Map(scene.pedigree.map((p) => [p.id, p.tag])), [scene])
  const animal = scene.pedigree.find((p) => p.tag === params.get('animal')) ?? null
  const show = (tag: string | null) =>
    setParams((before) => {
      const next = new URLSearchParams(before)
      if (tag) next.set('animal', tag)
      else next.delete('animal')
      return next
    })
  if (scene.pedigree.length === 0)
    return <p className="empty">No animal of this species is in the book yet.</p>
  return (
    <>
      <div className="row below-12">
        <Select
          aria-label="Line"
          value={line ?? ''}
          className="min-190"
          onChange={(value: string) => setLine(value || null)}
          options={[{ value: '', label: 'all lines' }, ...lines.map((l) => ({ value: l, label: l }))]}
        />
        <Select
          aria-label="Pedigree of"
          showSearch
          allowClear
          placeholder="pedigree of …"
          value={animal?.tag ?? null}
          className="min-190"
          onChange={(tag: string | undefined) => show(tag ?? null)}
          options={scene.pedigree.map((p) => ({ value: p.tag, label: p.tag }))}
        />
      </div>
      {error && (
        <p className="note bad" role="alert">
          {error}. Mend the parents on the animal’s page; nothing is reckoned until then.
        </p>
      )}
      {animal && (
        <PedigreeGraph
          key={animal.id}
          scene={scene}
          focus={animal.id}
          onFocus={show}
          inbreeding={result?.inbreeding}
        />
      )}
      {result && <HeatTable scene={scene} input={input} result={result} onShow={show} />}
      {result && input.group.length > 0 && (
        <div className="columns thirds above-16">
          <WhereFrom result={result} tags={tags} />
          <Rarest scene={scene} result={result} onShow={show} />
          <NewcomerCard result={result} count={input.group.length} />
        </div>
      )}
    </>
  )
}

function HeatTable({
  scene,
  input,
  result,
  onShow,
}: {
  scene: Scene
  input: KinInput
  result: KinReckoned
  onShow(tag: string): void
}) {
  const [turned, setTurned] = useState<'dams' | 'sires'>('dams')
  const tag = (id: string) => scene.pedigree.find((p) => p.id === id)!.tag
  const { kin } = scene.rules
  if (input.dams.length === 0 || input.sires.length === 0)
    return <p className="empty">A table of pairs wants at least one female and one male breeder.</p>
  const rows = turned === 'dams' ? input.dams : input.sires
  const columns = turned === 'dams' ? input.sires : input.dams
  const value = (r: number, c: number) => (turned === 'dams' ? result.table[r]![c]! : result.table[c]![r]!)
  const best = rows.map((_, r) => Math.min(...columns.map((_c, c) => value(r, c))))
  return (
    <>
      <div className="between below-8">
        <h2 className="flush">Inbreeding of the young of every pair</h2>
        <Segmented
          aria-label="Read by"
          size="small"
          value={turned}
          onChange={setTurned}
          options={[
            { value: 'dams', label: 'a row for each female' },
            { value: 'sires', label: 'a row for each male' },
          ]}
        />
      </div>
      <div className="scroll-x">
        <table className={css.heat} aria-label="Inbreeding of the young">
          <thead>
            <tr>
              <th aria-label={turned === 'dams' ? 'female' : 'male'} />
              {columns.map((c) => (
                <th key={c} scope="col">
                  <button type="button" className="plain tag" onClick={() => onShow(tag(c))}>
                    {tag(c)}
                  </button>
                </th>
              ))}
              <th scope="col" className="small quiet">
                least
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row, r) => (
              <tr key={row}>
                <th scope="row">
                  <button type="button" className="plain tag" onClick={() => onShow(tag(row))}>
                    {tag(row)}
                  </button>
                </th>
                {columns.map((column, c) => {
                  const f = value(r, c)
                  const [dam, sire] = turned === 'dams' ? [row, column] : [column, row]
                  const level =
                    f >= kin.alarm - 1e-9 ? 'far' : f >= kin.warn - 1e-9 ? 'close' : f > 0 ? 'some' : ''
                  return (
                    <td key={column} className={level}>
                      <Link
                        to={`/pairing/crosses?species=${scene.protocolId}&cross=${encodeURIComponent(`${tag(dam)}×${tag(sire)}`)}`}
                        aria-label={`${tag(dam)} × ${tag(sire)}: ${percent(f)}`}
                      >
                        {f === 0 ? '0' : percent(f).replace(' %', '')}
                        {level === 'far' && <span aria-hidden> ✕</span>}
                      </Link>
                    </td>
                  )
                })}
                <td className={css.least}>{percent(best[r]!)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="small quiet">
        In per cent; ✕ from {percent(kin.alarm)}, which no plan makes; refused from {percent(kin.block)}{' '}
        unless overruled. Unknown parents count as unrelated.
        {Math.max(input.dams.length, input.sires.length) === TABLED &&
          ` The first ${TABLED} of a sex are shown; choose a line to see others.`}
      </p>
    </>
  )
}

const SHOWN = 8

function WhereFrom({ result, tags }: { result: KinReckoned; tags: ReadonlyMap<string, string> }) {
  const { contributions, unknown, effective, meanInbreeding, varietyKept } = result.founders
  return (
    <article className="card small-card">
      <h3>Where the genes come from</h3>
      <ul className="lines">
        {contributions.slice(0, SHOWN).map((c) => (
          <li key={c.id}>
            <div className="between">
              <span className="tag">{tags.get(c.id) ?? '?'}</span>
              <span className="fig">{percent(c.share)}</span>
            </div>
            <div className="bar" aria-hidden>
              <i style={{ width: `${c.share * 100}%` }} />
            </div>
          </li>
        ))}
      </ul>
      {unknown > 0 && <p className="small">{percent(unknown)} from unknown parents</p>}
      <p className="small quiet">
        {contributions.length} founders, worth {effective.toFixed(1)} of equal shares; {percent(varietyKept)}{' '}
        of their variety is kept; mean inbreeding {percent(meanInbreeding)}
      </p>
    </article>
  )
}

function Rarest({ scene, result, onShow }: { scene: Scene; result: KinReckoned; onShow(tag: string): void }) {
  const ordered = [...result.means].sort((a, b) => a[1] - b[1])
  const mate = (id: string) => scene.mates.find((m) => m.id === id)!
  return (
    <article className="card small-card">
      <h3>Whose genes are rarest here</h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th>animal</th>
            <th>mean kinship</th>
            <th>inbred</th>
          </tr>
        </thead>
        <tbody>
          {ordered.slice(0, SHOWN + 2).map(([id, mean]) => (
            <tr key={id}>
              <td>
                <button type="button" className="plain tag" onClick={() => onShow(mate(id).tag)}>
                  {mate(id).tag}
                </button>{' '}
                <span className="small quiet">{mate(id).sex === 'unknown' ? '' : mate(id).sex}</span>
              </td>
              <td className="fig">{(mean * 100).toFixed(1)} %</td>
              <td className="fig">{percent(result.inbreeding.get(id) ?? 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small quiet">
        Breed from those at the top first, and the line keeps more of what it has.
      </p>
    </article>
  )
}

function NewcomerCard({ result, count }: { result: KinReckoned; count: number }) {
  const { now, withIt, adds } = result.newcomer
  return (
    <article className="card small-card">
      <h3>What new blood would add</h3>
      <p>
        One unrelated animal, and {NEWCOMER_YOUNG} of its young by different mates among these {count}:
      </p>
      <p className="figure-line">
        <span>
          mean kinship <b className="fig">{(now * 100).toFixed(1)}</b> →{' '}
          <b className="fig">{(withIt * 100).toFixed(1)} %</b>
        </span>
        <span>
          <b className="fig">
            {adds >= 0 ? '+' : ''}
            {adds.toFixed(1)}
          </b>{' '}
          founders’ worth of variety
        </span>
      </p>
      <p className="small quiet">
        A newcomer is worth most where the mean kinship is high. Quarantine first; localities of newts, frogs
        and salamanders are not mixed.
      </p>
    </article>
  )
}
