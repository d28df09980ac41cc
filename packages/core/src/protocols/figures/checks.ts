import { CHECK_OCCASIONS, LONGEST_CHECK } from '../../checks/names'
import type { FigureDeclaration } from './declare'

/** What is looked over, when, and what its keeper looks for besides. */
export const CHECK_FIGURES = {
  'check.*.name': { label: 'Check {n}', unit: 'words', line: LONGEST_CHECK, why: 'name the check' },
  'check.*.when': { label: '{name}: when', unit: 'words', choices: CHECK_OCCASIONS },
  'check.*.everyDays': { label: '{name}: days between', unit: 'd', limits: [1, 4000] },
  'check.*.goodDays': {
    label: '{name}: days it counts for',
    unit: 'd',
    limits: [1, 400],
    why: 'an older check has to be repeated',
  },
  'check.*.parts': { label: '{name}: what is looked at', unit: 'words' },
  'check.*.stages': {
    ...{ label: '{name}: only in stages', unit: 'words', pattern: /^(?:all|none|\d+(?:, ?\d+)*)$/ },
    why: 'stage numbers such as 1, 2, or all, or none',
  },
  'check.sign.*.name': { label: 'Sign {n}', unit: 'words', line: 120, why: 'say what is seen' },
  'check.sign.*.part': { label: '{name}: at', unit: 'words', line: LONGEST_CHECK, why: 'name the part' },
  'check.sign.*.means': { label: '{name}: may mean', unit: 'words' },
  'check.sign.*.today': { label: '{name}: do today', unit: 'words' },
  'check.sign.*.vet': { label: '{name}: see a vet', unit: 'words' },
} as const satisfies Record<string, FigureDeclaration>
