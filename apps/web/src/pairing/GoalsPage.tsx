import { counted } from '@hatch-book/core'
import type { LineGoalView } from '@hatch-book/contract'
import type { GenerationPlan, GoalProblem } from '@hatch-book/core'
import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { useMay } from '../shell/session'
import { useLongTask } from '../shell/worker'
import { GoalForm } from './GoalForm'
import { PairingHead } from './PairingHead'
import { PlanCard } from './PlanCard'
import { useLineGoals, useScene, type Scene } from './queries'
import { wishInWords } from './wish'
import { percent } from './words'

const createWorker = () => new Worker(new URL('./goals.worker.ts', import.meta.url), { type: 'module' })

/** What lines are for, and the generations that lead there. */
export function GoalsPage() {
  const scene = useScene()
  const { data: goals } = useLineGoals()
  const may = useMay()
  const [editing, setEditing] = useState<string | 'new' | null>(null)
  const own = (goals ?? []).filter((g) => g.protocolId === scene?.protocolId)
  return (
    <section className="page">
      <PairingHead title="What is the line for?" ofSpecies>
        {may.decide && scene && (
          <Button type={own.length > 0 ? 'default' : 'primary'} onClick={() => setEditing('new')}>
            Set a goal
          </Button>
        )}
      </PairingHead>
      {scene && editing === 'new' && <GoalForm scene={scene} goal={null} onDone={() => setEditing(null)} />}
      {scene && goals && own.length === 0 && editing === null && (
        <p className="empty">
          No goal is set for this species. Say what a line is for, how many, how inbred at most and within how
          many years: the crosses and holdbacks that lead there are proposed, with what each choice costs.
        </p>
      )}
      {scene &&
        own.map((goal) =>
          editing === goal.id ? (
            <GoalForm key={goal.id} scene={scene} goal={goal} onDone={() => setEditing(null)} />
          ) : (
            <Goal
              key={`${goal.id} ${goal.version}`}
              scene={scene}
              goal={goal}
              onEdit={() => setEditing(goal.id)}
            />
          ),
        )}
    </section>
  )
}

/** Young that one pair raises in a season. */
export const youngASeason = ({ rules }: Scene) =>
  rules.clutch
    ? rules.clutch.count.typical * rules.clutch.perYear * (1 - rules.clutch.infertile) * rules.hatchRate
    : 1

function Goal({ scene, goal, onEdit }: { scene: Scene; goal: LineGoalView; onEdit(): void }) {
  const may = useMay()
  const problem = useMemo<GoalProblem>(
    () => ({
      genes: scene.genes,
      animals: scene.mates
        .filter(
          (m) => m.presence === 'here' && m.sex !== 'unknown' && (goal.line === '' || m.line === goal.line),
        )
        .map((m) => ({
          id: m.id,
          tag: m.tag,
          sex: m.sex as 'female' | 'male',
          beliefs: m.beliefs,
          readyIn: m.readyIn,
        })),
      pedigree: scene.pedigree,
      goal: { ...goal, wanted: goal.wanted },
      figures: { youngASeason: youngASeason(scene), seasonsToBreed: scene.rules.seasonsToBreed },
    }),
    [scene, goal],
  )
  const { progress, result, error } = useLongTask<GoalProblem, GenerationPlan[]>(createWorker, problem)
  return (
    <section className="below-24" aria-label={goal.name}>
      <div className="between">
        <h2 className="bigger in-ink">{goal.name}</h2>
        {may.decide && (
          <button type="button" className="plain small" onClick={onEdit}>
            change the goal
          </button>
        )}
      </div>
      <p className="quiet">
        {goal.number} × <strong>{wishInWords(goal.wanted)}</strong>
        {goal.line && ` from the ${goal.line}`}, inbred at most {percent(goal.mostInbreeding)}, within{' '}
        {counted(goal.years, 'season')}, {goal.tubs} tubs for holdbacks at a time; a pair raises some{' '}
        {Math.round(youngASeason(scene))} young a season and young breed after{' '}
        {counted(scene.rules.seasonsToBreed, 'season')}
      </p>
      {progress !== null && !result && (
        <p className="quiet" role="status">
          looking through the generations …
        </p>
      )}
      {error && (
        <p className="note bad" role="alert">
          {error}
        </p>
      )}
      {result?.length === 0 && (
        <p className="note bad">
          Out of reach with these animals and limits: no animal here carries what it takes, the years are too
          few, or the ceiling forbids the way. Look for new blood that carries it, or loosen one of the
          limits.
        </p>
      )}
      {result && result.length > 0 && (
        <div className="columns cards-fit">
          {result.map((plan, i) => (
            <PlanCard
              key={i}
              plan={plan}
              first={i === 0}
              year={Number(scene.today.slice(0, 4))}
              kin={scene.rules.kin}
            />
          ))}
        </div>
      )}
    </section>
  )
}
