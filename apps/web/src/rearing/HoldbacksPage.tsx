import { animalsApi, addressOf, type Siblings } from '@hatch-book/contract'
import { counted, proposeHoldbacks, type HoldbackChoice } from '@hatch-book/core'
import { Button, InputNumber, Select } from 'antd'
import { useMemo, useState } from 'react'
import { Link, Navigate, useParams, useNavigate } from 'react-router'
import { Line, LineChart, ResponsiveContainer, YAxis } from 'recharts'
import { PageHead } from '../parts/PageHead'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import { useSiblingSets, useSiblings } from './queries'
import css from './rearing.module.css'
import { NotYet } from '../parts/NotYet'

type Candidate = Siblings['candidates'][number]

const ROLES: Record<HoldbackChoice['role'], string> = {
  female: 'keep, a female',
  male: 'keep, a male',
  extra: 'keep, the extra one',
  'let go': 'let go',
}

/** Siblings side by side against what the line is for, with a proposed choice and its reasons. */
export function HoldbacksPage() {
  const { id } = useParams()
  const navigate = useNavigate()
  const setsAsked = useSiblingSets()
  const { data: sets } = setsAsked
  // Of those that wait for a decision, the set that can be compared best comes up first.
  const waiting = sets?.filter((s) => s.decided === 0) ?? []
  const first = (waiting.length > 0 ? waiting : (sets ?? [])).toSorted(
    (a, b) => b.sexed - a.sexed || b.young - a.young,
  )[0]?.id
  const [goal, setGoal] = useState<string | null>(null)
  const { data } = useSiblings(sets?.some((s) => s.id === id) ? id : undefined, goal)
  const [wish, setWish] = useState({ females: 1, males: 1, extra: 1 })
  const proposal = useMemo(
    () =>
      data &&
      proposeHoldbacks(
        data.candidates.map((c) => ({ ...c, promisedTo: c.reserved ? 'somebody' : null })),
        wish,
      ),
    [data, wish],
  )
  if (!sets) return <NotYet of={setsAsked} page />
  if (!id && first) return <Navigate to={`/rearing/holdbacks/${first}`} replace />
  const number = (label: string, key: keyof typeof wish) => (
    <label className="small">
      {label}{' '}
      <InputNumber
        aria-label={label}
        size="small"
        min={0}
        max={50}
        value={wish[key]}
        onChange={(n) => setWish((w) => ({ ...w, [key]: n ?? 0 }))}
        className="w-64"
      />
    </label>
  )
  return (
    <section className="page">
      <PageHead title="Holdbacks">
        {id && (
          <Select
            aria-label="Siblings of"
            value={sets.some((s) => s.id === id) ? id : null}
            placeholder="choose a clutch"
            onChange={(to) => {
              setGoal(null)
              void navigate(`/rearing/holdbacks/${to}`)
            }}
            className="min-320"
            options={sets.map((s) => ({
              value: s.id,
              label: `${s.name}, ${s.young} young${s.decided > 0 ? `, ${s.decided} decided` : ''}`,
            }))}
          />
        )}
      </PageHead>
      {sets.length === 0 && (
        <p className="empty">Siblings that hatched here are compared here once there are two of them.</p>
      )}
      {id && sets.length > 0 && !sets.some((s) => s.id === id) && (
        <p className="empty">There are no siblings to compare in this clutch. Pick another one above.</p>
      )}
      {data && proposal && (
        <>
          <div className="row below-12 gap-16">
            {number('females', 'females')}
            {number('males', 'males')}
            {number('extra', 'extra')}
            <label className="small">
              for{' '}
              <Select
                aria-label="Goal"
                size="small"
                value={data.goalId ?? ''}
                onChange={(g) => setGoal(g || null)}
                className="min-220"
                options={[
                  ...(data.goalId === null ? [{ value: '', label: 'no goal yet' }] : []),
                  ...data.goals.map((g) => ({ value: g.id, label: `${g.name}: ${g.says}` })),
                ]}
              />
            </label>
            <span className="small quiet">
              {data.kept.length > 0
                ? `kinship counted with ${counted(data.kept.length, 'holdback')} of ${data.line || data.species}`
                : 'no holdbacks in this line yet'}
            </span>
          </div>
          {proposal.lacking.map((l) => (
            <p key={l} className="note">
              {l}
            </p>
          ))}
          <div className="scroll-x">
            <Comparison siblings={data} choices={proposal.choices} />
          </div>
          <p className="small quiet above-12">
            Score: what the line is for 40 %, growth, feeding and distance from the other holdbacks 20 % each.
            Better one too many than one too few: the extra one can be sold grown on.
          </p>
        </>
      )}
    </section>
  )
}

function Comparison({ siblings, choices }: { siblings: Siblings; choices: readonly HoldbackChoice[] }) {
  const byId = new Map(siblings.candidates.map((c) => [c.id, c]))
  return (
    <div className={css.siblings} role="list" aria-label="Siblings">
      {choices.map((choice) => (
        <SiblingCard key={choice.id} choice={choice} candidate={byId.get(choice.id)!} />
      ))}
    </div>
  )
}

function SiblingCard({ choice, candidate: c }: { choice: HoldbackChoice; candidate: Candidate }) {
  const figures = useFigures()
  const may = useMay()
  const { write } = useLog()
  const keep = choice.role !== 'let go'
  const decide = (kept: boolean) =>
    void write(
      [
        {
          kind: 'held back',
          subject: { type: 'animal', id: c.id },
          payload: { keep: kept, reason: choice.because.slice(0, 3).join('; ').slice(0, 400) },
        },
      ],
      `${c.tag} is ${kept ? 'held back' : 'let go'}`,
    )
  return (
    <article
      className={`card small-card ${choice.barred ? 'trouble' : keep ? 'now' : ''}`}
      role="listitem"
      aria-label={`${c.tag}: ${ROLES[choice.role]}`}
    >
      <div className="between">
        <Link className="tag bigger" to={`/animals/${c.id}`}>
          {c.tag}
        </Link>
        <span className="fig quiet">{Math.round(choice.score * 100)}</span>
      </div>
      {c.photoId ? (
        <img
          src={addressOf(animalsApi.smallPhoto, { params: { id: c.photoId } })}
          alt={`${c.tag} from above`}
          className={css.picture}
        />
      ) : (
        <div className={`${css.noPhoto} small quiet`}>no photo</div>
      )}
      <strong className={keep ? 'warm' : 'quiet'}>{ROLES[choice.role]}</strong>
      <div className="small">
        {c.sex === 'unknown' ? 'not sexed' : c.sex}
        {c.grams !== null && `, ${figures.grams(c.grams)}`}
        {c.traits.length > 0 && `, ${c.traits.join(', ')}`}
      </div>
      {c.carries.length > 0 && <div className="small quiet">carries {c.carries.join(', ')}</div>}
      {c.weights.length > 1 && (
        <figure aria-label={`weights of ${c.tag}`} className="flush">
          <ResponsiveContainer width="100%" height={42}>
            <LineChart data={c.weights}>
              <YAxis hide domain={['dataMin', 'dataMax']} />
              <Line dataKey="grams" stroke="var(--moss)" dot={false} isAnimationActive={false} />
            </LineChart>
          </ResponsiveContainer>
        </figure>
      )}
      <ul className={`small ${css.because}`}>
        {choice.because.map((b) => (
          <li key={b} className={b === choice.barred ? 'bad' : ''}>
            {b}
          </li>
        ))}
      </ul>
      {may.decide && (
        <div className="row">
          <Button
            size="small"
            type={keep && c.decided === null ? 'primary' : 'default'}
            disabled={c.decided === 'keep'}
            aria-label={`${c.decided === 'keep' ? 'kept' : 'keep'} ${c.tag}`}
            onClick={() => decide(true)}
          >
            {c.decided === 'keep' ? 'kept' : 'keep'}
          </Button>
          <Button
            size="small"
            disabled={c.decided === 'let go'}
            aria-label={`${c.decided === 'let go' ? 'goes' : 'let go'} ${c.tag}`}
            onClick={() => decide(false)}
          >
            {c.decided === 'let go' ? 'goes' : 'let go'}
          </Button>
        </div>
      )}
    </article>
  )
}
