import { CountStages } from './CountStages'
import { EggsCollected, EggsJudged } from './EggForms'
import { AdultsForm, EmergedForm } from './AdultForms'
import { LostForm, MoultForm } from './ShiftForms'
import { MergeForm, SingleForm, SplitForm } from './MoveForms'
import { SearchForm } from './SearchForm'
import type { ActProps, StudiedCohort } from './study'

const isBox = ({ cohort }: StudiedCohort) => cohort.kind === 'breeding box'
const someYoung = (s: StudiedCohort) => !isBox(s) && s.standing.young > 0
/** Somebody is in a stage that another young one follows. */
const someMoult = (s: StudiedCohort) =>
  !isBox(s) && s.standing.stages.some((m) => m.stage !== null && m.stage < s.way.length - 1)
const some = ({ standing }: StudiedCohort) => standing.stages.length > 0

/** What may be done with a cohort, the usual first; each has its key. */
export const ACTS = [
  { act: 'search', key: 'f', says: 'Search it', fits: isBox },
  { act: 'moult', key: 'm', says: 'Moulted', fits: someMoult },
  { act: 'lost', key: 'x', says: 'Lost', fits: some },
  { act: 'count', key: 'c', says: 'Count them', fits: (s: StudiedCohort) => !isBox(s) },
  { act: 'emerged', key: 'e', says: 'Emerged', fits: someYoung },
  {
    act: 'eggs',
    key: 'g',
    says: 'Eggs collected',
    fits: ({ protocol }: StudiedCohort) => protocol.collectDays !== null,
  },
  {
    act: 'judged',
    key: 'j',
    says: 'Eggs judged',
    fits: ({ protocol, cohort }: StudiedCohort) => protocol.collectDays !== null && cohort.kind === 'young',
  },
  { act: 'adults', key: 'a', says: 'Adults in or out', fits: isBox },
  { act: 'passed', key: 'p', says: 'Pass on', fits: some },
  { act: 'split', key: 's', says: 'Split', fits: some },
  { act: 'merge', key: 'u', says: 'Put together', fits: some },
  { act: 'single', key: 'n', says: 'Single out', fits: some },
] as const
export type Act = (typeof ACTS)[number]['act']

const FORMS: Record<Act, (props: ActProps) => React.ReactNode> = {
  search: SearchForm,
  moult: MoultForm,
  lost: (props) => <LostForm {...props} gone={false} />,
  passed: (props) => <LostForm {...props} gone />,
  count: CountStages,
  emerged: EmergedForm,
  eggs: EggsCollected,
  judged: EggsJudged,
  adults: AdultsForm,
  split: SplitForm,
  merge: MergeForm,
  single: SingleForm,
}

export function ActForm({ act, ...props }: ActProps & { act: Act }) {
  const Form = FORMS[act]
  return <Form {...props} />
}
