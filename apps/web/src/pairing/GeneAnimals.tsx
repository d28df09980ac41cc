import { calledOf, knowsTrait, livesHere, lookInWords, PLAIN_WORD } from '@hatch-book/core'
import { Input, Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { LookForm } from '../parts/LookForm'
import { useMay } from '../shell/session'
import { OddsForm } from './OddsForm'
import type { Mate, Scene } from './queries'
import { percent } from './words'

const SHOWN = 40

/** What each animal shows and may carry, as it follows from what is said of it, its parents and its young. */
export function GeneAnimals({
  scene,
  onProve,
}: {
  scene: Scene
  onProve(animalId: string, trait: string): void
}) {
  const [filter, setFilter] = useState('')
  const [saying, setSaying] = useState<string | null>(null)
  const [more, setMore] = useState(1)
  const wanted = filter.trim().toLowerCase()
  const all = scene.mates
    .filter((m) => livesHere(m.presence))
    .filter(
      (m) =>
        wanted === '' ||
        calledOf(m).toLowerCase().includes(wanted) ||
        m.line.toLowerCase().includes(wanted) ||
        m.words.some((w) => w.trait.includes(wanted)),
    )
    .sort((a, b) => Number(b.verdict !== null) - Number(a.verdict !== null) || a.tag.localeCompare(b.tag))
  return (
    <section>
      <div className="between">
        <h2>What each is believed to have</h2>
        <Input
          aria-label="Filter animals"
          placeholder="tag, name, line, trait"
          size="small"
          className="w-190"
          allowClear
          value={filter}
          onChange={(e) => setFilter(e.target.value)}
        />
      </div>
      {all.length === 0 && (
        <p className="empty">
          {wanted ? 'No animal here matches.' : 'No animal of this species is in the book yet.'}
        </p>
      )}
      <ul className="lines" aria-label="Animals and their genes">
        {all.slice(0, SHOWN * more).map((mate) => (
          <li key={mate.id}>
            <Row
              mate={mate}
              scene={scene}
              saying={saying === mate.id}
              // What is done late, after another was opened, closes nothing but its own.
              onSay={(on) => setSaying((open) => (on ? mate.id : open === mate.id ? null : open))}
              onProve={onProve}
            />
          </li>
        ))}
      </ul>
      {all.length > SHOWN * more && (
        <button type="button" className="plain" onClick={() => setMore(more + 1)}>
          {all.length - SHOWN * more} more
        </button>
      )}
    </section>
  )
}

function Row({
  mate,
  scene,
  saying,
  onSay,
  onProve,
}: {
  mate: Mate
  scene: Scene
  saying: boolean
  onSay(on: boolean): void
  onProve(animalId: string, trait: string): void
}) {
  const may = useMay()
  // Said of it under a name that the genes of the species do not have.
  const unwritten = mate.said.filter((t) => t.trait !== PLAIN_WORD && !knowsTrait(scene.genes, t.trait))
  return (
    <>
      <div className="between">
        <span>
          <Link className="tag" to={`/animals/${mate.id}`}>
            {mate.tag}
          </Link>{' '}
          {mate.name} <span className="small quiet">{mate.sex === 'unknown' ? 'not sexed' : mate.sex}</span>
        </span>
        {may.write && (
          <button
            type="button"
            className="plain small"
            aria-label={`say of its genes: ${mate.tag}`}
            onClick={() => onSay(!saying)}
          >
            say of its genes
          </button>
        )}
      </div>
      <div>
        {mate.words.length === 0 && unwritten.length === 0 && (
          <span className="quiet small">
            {mate.said.length > 0 ? 'plain, and nothing carried that is known' : 'nothing said'}
          </span>
        )}
        {unwritten.length > 0 && (
          <span className="small">
            {lookInWords(unwritten).join(', ')}{' '}
            <span className="quiet">(not in any forecast until its inheritance is entered under Loci)</span>
          </span>
        )}
        {mate.words.map((w) => (
          <span key={w.as + w.trait} className={`gene ${w.as}`}>
            {w.as === 'carries' && 'het '}
            {w.trait}
            {w.chance < 0.995 && (
              <>
                {' '}
                <b className="fig">{percent(w.chance)}</b>
                <button
                  type="button"
                  className="plain small"
                  aria-label={`prove ${w.trait} of ${mate.tag}`}
                  onClick={() => onProve(mate.id, w.trait)}
                >
                  prove
                </button>
              </>
            )}
          </span>
        ))}
      </div>
      {saying && <SayForm mate={mate} scene={scene} onDone={() => onSay(false)} />}
    </>
  )
}

/** What is said of its genes: in words, or as chances. */
function SayForm({ mate, scene, onDone }: { mate: Mate; scene: Scene; onDone(): void }) {
  const [exact, setExact] = useState(false)
  if (exact) return <OddsForm mate={mate} genes={scene.genes} onDone={onDone} />
  const more = <Button onClick={() => setExact(true)}>Enter chances</Button>
  return <LookForm of={mate} genes={scene.genes} onDone={onDone} more={more} />
}
