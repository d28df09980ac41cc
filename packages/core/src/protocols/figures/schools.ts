import type { FigureDeclaration } from './declare'

/** Said of a school that its keeper put aside. */
export const OF_NO_QUESTION = 'none'

/**
 * Schools that keepers write themselves, and questions of their own. What a school sets stands beside them under the key of the figure that it
 * sets, `school.1.sets.pairing.hoursTogether`, and is declared as that figure is.
 */
export const SCHOOL_FIGURES = {
  'school.question.*.asks': { label: 'Question {n}', unit: 'words', line: 120, why: 'enter the question' },
  'school.*.name': { label: 'School {n}', unit: 'words', line: 80, why: 'name the school' },
  'school.*.of': {
    ...{ label: '{name}: question', unit: 'words', pattern: /^(?:[A-Z]\d{1,3}|own-\d{1,3}|none)$/ },
    why: 'use a question code such as D6, own-1 for your first own question, or none',
  },
  'school.*.argument': { label: '{name}: argument', unit: 'words' },
} as const satisfies Record<string, FigureDeclaration>

const SETS = /^school\.\d{1,3}\.sets\.(?!school\.)(.+)$/

/** The figure that a figure of a school sets; undefined where it sets none. */
export const setBySchool = (key: string): string | undefined =>
  key.startsWith('school.') ? SETS.exec(key)?.[1] : undefined
