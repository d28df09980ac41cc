import { calledOf } from '@hatch-book/core'
import type { Wanted } from '@hatch-book/core'
import { Button, Select } from 'antd'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { CrossCard } from './CrossCard'
import { PairingHead } from './PairingHead'
import { useScene, type Mate, type Scene } from './queries'
import { likeliest, pedigreeOfScene, reckonCross } from './reckon'
import { readWish, wishInWords } from './wish'
import { WishField } from './WishField'
import { fraction, genesInWords, percent } from './words'

const MOST_CROSSES = 4
const BEST_SHOWN = 5

/** Crosses before they are made: what they throw, what they cost, side by side. */
export function CrossesPage() {
  const scene = useScene()
  return (
    <section className="page">
      <PairingHead title="What would they throw?" ofSpecies />
      {scene && <Crosses key={scene.protocolId} scene={scene} />}
    </section>
  )
}

const breeders = (scene: Scene, sex: 'female' | 'male') =>
  scene.mates
    .filter((m) => m.sex === sex && m.presence === 'here')
    .sort((a, b) => Number(b.verdict !== null) - Number(a.verdict !== null) || a.tag.localeCompare(b.tag))

function Crosses({ scene }: { scene: Scene }) {
  const [params, setParams] = useSearchParams()
  const wish = useMemo(() => readWish(params.get('after') ?? '', scene.genes).wish, [params, scene.genes])
  const pedigree = useMemo(() => pedigreeOfScene(scene), [scene])
  const dams = breeders(scene, 'female')
  const sires = breeders(scene, 'male')
  const byTag = new Map(scene.mates.map((m) => [m.tag, m]))
  const picked = params.getAll('cross').flatMap((pair): [Mate, Mate][] => {
    const [dam, sire] = pair.split('×').map((tag) => byTag.get(tag))
    return dam && sire ? [[dam, sire]] : []
  })
  const change = (crosses: readonly string[], after: Wanted | null = wish) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before)
        next.delete('cross')
        for (const cross of crosses) next.append('cross', cross)
        if (after) next.set('after', wishInWords(after))
        else next.delete('after')
        return next
      },
      { replace: true },
    )
  const names = picked.map(([d, s]) => `${d.tag}×${s.tag}`)
  const reckoned = useMemo(
    () => picked.map(([dam, sire]) => reckonCross(scene, pedigree, dam, sire, wish)),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the names stand for the animals
    [scene, pedigree, names.join(), wish],
  )
  const likely = useMemo(() => likeliest(scene, pedigree, wish), [scene, pedigree, wish])
  if (scene.mates.length === 0) return <p className="empty">No animal of this species is in the book yet.</p>
  if (scene.rules.unmated === 'clone')
    return <p className="empty">Young of this species are as their mother is: no cross can be planned.</p>
  if (scene.genes.loci.length === 0)
    return (
      <p className="empty">
        No genes are known of this species. Write them down under ‘Genes’, and their crosses are reckoned
        here.
      </p>
    )
  const best = likely.filter((c) => !names.includes(`${c.dam.tag}×${c.sire.tag}`)).slice(0, BEST_SHOWN)
  return (
    <>
      <div className="row at-start gap-16 below-16">
        <WishField key={scene.protocolId} genes={scene.genes} wish={wish} onWish={(w) => change(names, w)} />
        {names.length < MOST_CROSSES && (
          <AddCross
            dams={dams}
            sires={sires}
            onAdd={(dam, sire) => change([...names, `${dam.tag}×${sire.tag}`])}
          />
        )}
      </div>
      {wish && best.length > 0 && (
        <p className="note">
          Likeliest to throw it:{' '}
          {best.map((c) => (
            <span key={`${c.dam.id}${c.sire.id}`} className="nowrap after-16">
              <button
                type="button"
                className="plain tag"
                disabled={names.length >= MOST_CROSSES}
                onClick={() => change([...names, `${c.dam.tag}×${c.sire.tag}`])}
              >
                {c.dam.tag} × {c.sire.tag}
              </button>{' '}
              <span className="fig">{fraction(c.chance!)}</span>
              {c.inbreeding > 0 && <span className="small quiet"> kin {percent(c.inbreeding)}</span>}
            </span>
          ))}
        </p>
      )}
      {wish && best.length === 0 && names.length === 0 && (
        <p className="note bad">No pair here can throw it in one generation. ‘Goals’ plans further ahead.</p>
      )}
      {names.length === 0 && !wish && (
        <p className="empty">
          Say what you are after, or choose a female and a male: what they would throw is told at once, and up
          to four crosses stand side by side.
        </p>
      )}
      <div
        className="columns"
        style={{
          gridTemplateColumns: `repeat(${Math.max(1, Math.min(reckoned.length, 4))}, minmax(0, ${reckoned.length === 1 ? '640px' : '1fr'}))`,
        }}
      >
        {reckoned.map((cross, i) => (
          <CrossCard
            key={names[i]}
            cross={cross}
            scene={scene}
            wish={wish}
            onClose={() => change(names.filter((n) => n !== names[i]))}
          />
        ))}
      </div>
    </>
  )
}

function AddCross({
  dams,
  sires,
  onAdd,
}: {
  dams: readonly Mate[]
  sires: readonly Mate[]
  onAdd(dam: Mate, sire: Mate): void
}) {
  const [dam, setDam] = useState<string | null>(null)
  const [sire, setSire] = useState<string | null>(null)
  const options = (mates: readonly Mate[]) =>
    mates.map((m) => ({ value: m.id, label: `${calledOf(m)}, ${genesInWords(m.words)}` }))
  const pick = (mates: readonly Mate[], id: string | null) => mates.find((m) => m.id === id)
  const field = (label: string, mates: readonly Mate[], value: string | null, set: (id: string) => void) => (
    <div className="field min-220 below-0">
      <label htmlFor={label}>{label}</label>
      <Select
        id={label}
        aria-label={label}
        showSearch={{ optionFilterProp: 'label' }}
        popupMatchSelectWidth={false}
        placeholder="tag"
        value={value}
        onChange={set}
        options={options(mates)}
      />
    </div>
  )
  return (
    <>
      {field('Female', dams, dam, setDam)}
      {field('Male', sires, sire, setSire)}
      <Button
        type="primary"
        className="above-24"
        disabled={!dam || !sire}
        onClick={() => onAdd(pick(dams, dam)!, pick(sires, sire)!)}
      >
        Compare
      </Button>
    </>
  )
}
