import { NotInBook } from '../parts/NotInBook'
import {
  addressOf,
  protocolsApi,
  type Effects,
  type Instead,
  type ProtocolPage as Page,
} from '@hatch-book/contract'
import {
  FROM_LIBRARY,
  fullLabelOfFigure,
  SECTIONS,
  type ProtocolScope,
  type ProtocolSettings,
} from '@hatch-book/core'
import { useState } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { EffectList } from '../parts/EffectList'
import { useTitle } from '../shell/frame/useTitle'
import { useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useAnimals } from '../shell/queries'
import { useMay } from '../shell/session'
import { CareEditor } from './CareEditor'
import { ChecksEditor } from './ChecksEditor'
import { stagesIn, type Editing } from './editing'
import { FewFigures } from './FewFigures'
import { differs, faultsOf, figuresUnder, keysOf, withFigure, withFigures } from './draft'
import { FigureTable } from './FigureTable'
import { SaveBar } from './SaveBar'
import { Scope } from './Scope'
import { Schools } from './Schools'
import { StagesEditor } from './StagesEditor'
import { SpeciesActs } from './SpeciesActs'
import { TwoPairs } from './TwoPairs'
import { TwoWeights } from './TwoWeights'
import css from './protocol.module.css'
import { NotYet } from '../parts/NotYet'

const SCHOOLS = 'school'
const CARE = 'care'
const CHECKS = 'check'
const STAGES = 'stage'

/** A species' protocol, for all of it, one line or one animal. What is edited stands in the address. */
export function ProtocolPage() {
  const { id } = useParams()
  const [params] = useSearchParams()
  const scope = (params.get('scope') ?? 'species') as ProtocolScope
  const of = params.get('of') ?? ''
  const waiting = scope !== 'species' && of === ''
  const answer = useAsk(
    protocolsApi.page,
    id === undefined ? null : { params: { id }, query: waiting ? {} : { scope, of } },
  )
  const { data, error } = answer
  useTitle(data?.document.species)
  if (error)
    return (
      <NotInBook
        title="This species cannot be shown"
        says={error.message}
        to="/protocols"
        others="All species"
      />
    )
  return data ? (
    <Editor key={`${data.id} ${data.scope} ${data.of}`} page={data} asked={scope} />
  ) : (
    <NotYet of={answer} page />
  )
}

function Editor({ page, asked }: { page: Page; asked: ProtocolScope }) {
  const may = useMay()
  const [params, setParams] = useSearchParams()
  const [draft, setDraft] = useState<ProtocolSettings | null>(null)
  const [saved, setSaved] = useState<Effects | null>(null)
  /** What forms, lines and animals follow instead of schools that the draft takes away. */
  const [instead, setInstead] = useState<readonly Instead[]>([])
  const settings = draft ?? page.settings
  const { figures, sources, guessed } = figuresUnder(page, settings)
  const faults = faultsOf(page, settings)
  const byName = page.document.keptAs === 'animals'
  const parts = [
    ...SECTIONS.filter(
      ([prefix]) =>
        prefix === SCHOOLS ||
        prefix === CARE ||
        (prefix === CHECKS && byName) ||
        keysOf(figures, prefix).length > 0,
    ),
    ['editions', 'Editions'] as const,
  ]
  const part = params.get('part') ?? 'readiness'
  const shown = parts.some(([p]) => p === part) ? part : parts[0]![0]
  // Another level has to be chosen first: until then what is shown is the species, and it is not edited by mistake.
  const editable = may.decide && asked === page.scope
  const change = (next: ProtocolSettings, moved: readonly Instead[] = []) => {
    setSaved(null)
    setDraft(differs(next, page.settings) ? next : null)
    setInstead((before) => [...before, ...moved])
  }
  const editing: Editing = {
    ...{ figures, guessed, faults, editable, before: page.before },
    sources: { ...page.sources, ...sources },
    isOwn: (key) => key in settings.figures,
    onSet: (sets) => change(withFigures(settings, sets)),
  }
  // Stages of those that are counted follow their development; stages of one line or animal alone would part it from its kind.
  const byStage = byName && page.scope === 'species'
  const { data: animals } = useAnimals()
  const countIn = (stage: string) =>
    (animals ?? []).filter((a) => a.species === page.document.species && a.stage === stage).length
  return (
    <section className="page">
      <div className="head">
        <div>
          <h1>
            {page.document.species}{' '}
            <span className={`quiet ${css.unmarked}`}>
              <i>{page.document.latin}</i>
            </span>
          </h1>
        </div>
        <div className="side">
          <Scope page={page} asked={asked} />
          {may.decide && <SpeciesActs id={page.id} />}
          <a href={addressOf(protocolsApi.file, { params: { id: page.id } })} download>
            save as a file
          </a>
        </div>
      </div>
      {draft && (
        <SaveBar
          page={page}
          draft={draft}
          instead={instead}
          blocked={Object.keys(faults).length > 0}
          onDiscard={() => {
            setDraft(null)
            setInstead([])
          }}
          onSaved={(changes) => {
            setDraft(null)
            setInstead([])
            setSaved(changes)
          }}
        />
      )}
      {saved && (
        <div className="card">
          <EffectList effects={saved} />
        </div>
      )}
      <div className={`columns above-16 ${css.withParts}`}>
        <nav className={css.parts} aria-label="Parts of the protocol">
          {parts.map(([prefix, title]) => {
            const touched =
              prefix === SCHOOLS
                ? Object.keys(settings.schools).length
                : Object.keys(sources).filter(
                    (k) => k.startsWith(`${prefix}.`) && !guessed.has(k) && sources[k] !== FROM_LIBRARY,
                  ).length
            return (
              <button
                key={prefix}
                type="button"
                className={shown === prefix ? css.here : ''}
                aria-current={shown === prefix}
                onClick={() =>
                  setParams(
                    (before) => {
                      const next = new URLSearchParams(before)
                      next.set('part', prefix)
                      return next
                    },
                    { replace: true },
                  )
                }
              >
                {title}
                {touched > 0 && <span className="fig"> {touched}</span>}
              </button>
            )
          })}
        </nav>
        <div>
          {asked !== page.scope && (
            <p className="note">Choose the {asked} above; what is shown here is the species.</p>
          )}
          {shown === SCHOOLS ? (
            <Schools
              {...editing}
              species={page.document}
              settings={settings}
              followers={page.followers}
              ofSpecies={page.scope === 'species'}
              onChange={change}
            />
          ) : shown === 'editions' ? (
            <Editions page={page} editable={editable} onTake={change} />
          ) : shown === CARE ? (
            <CareEditor {...editing} />
          ) : shown === CHECKS && byName ? (
            <ChecksEditor {...editing} plan={page.document.bodyPlan} />
          ) : shown === STAGES && byStage ? (
            <StagesEditor {...editing} countIn={countIn} isInForce={(key) => key in page.figures} />
          ) : (
            <>
              {shown === 'thermal' && <TwoPairs {...editing} />}
              {shown === 'growth' && <TwoWeights {...editing} />}
              {shown === STAGES && <CountedOut {...editing} />}
              <FigureTable
                keys={keysOf(figures, shown)}
                figures={figures}
                before={page.before}
                sources={{ ...page.sources, ...sources }}
                guessed={guessed}
                unchanged={page.starting ? 'starting figure' : 'yours'}
                faults={faults}
                editable={editable}
                onSet={(key, set) => change(withFigure(settings, key, set))}
              />
            </>
          )}
          <p className="small quiet above-16">
            Starting figures are general husbandry knowledge, not veterinary advice and not law. Temperatures
            and weights are kept in °C and g, so that a file means the same everywhere.
          </p>
        </div>
      </div>
    </section>
  )
}

/** How many each of a stage gets at a feed: pellets or prey that are counted out, where nobody has said yet that they are. */
function CountedOut(editing: Editing) {
  const { figures } = editing
  const fed = stagesIn(figures).lived.filter(({ at }) => figures[`${at}.feed`])
  const keys = fed.map(({ at }) => `${at}.each`).filter((key) => !(key in editing.before))
  const labels = Object.fromEntries(keys.map((key) => [key, fullLabelOfFigure(key, figures)]))
  return keys.length === 0 ? null : (
    <FewFigures {...editing} of="Given to each at a feed" keys={keys} labels={labels} />
  )
}

/** What was in force before: by whom, when, why; any of it can be set again. */
function Editions({
  page,
  editable,
  onTake,
}: {
  page: Page
  editable: boolean
  onTake(settings: ProtocolSettings): void
}) {
  const figures = useFigures()
  if (page.editions.length === 0)
    return <p className="quiet">Nothing was ever changed: these are the starting figures.</p>
  return (
    <ul className="lines">
      {page.editions.map((e) => (
        <li key={`${e.scope} ${e.of} ${e.number}`}>
          <div className="between">
            <span>
              <strong>
                {e.scope === 'species' ? 'the species' : `${e.scope} ${e.of}`}, edition {e.number}
              </strong>
              {e.reason && <>: {e.reason}</>}
            </span>
            <span className="small quiet">
              {figures.instant(e.at)}, {e.by}
            </span>
          </div>
          <div className="small quiet">
            {e.broughtIn && 'a file was brought in; '}
            {Object.keys(e.settings.figures).length} figures and {Object.keys(e.settings.schools).length}{' '}
            schools set
            {editable && e.scope === page.scope && (e.scope === 'species' || e.of === page.ofName) && (
              <>
                {' '}
                <button type="button" className="plain" onClick={() => onTake(e.settings)}>
                  set it so again
                </button>
              </>
            )}
          </div>
        </li>
      ))}
    </ul>
  )
}
