import type { GateView } from '@hatch-book/contract'
import { reasonInShort } from '@hatch-book/core'
import type { Figures } from '../shell/figures'
import { withDays } from './sentence'

/** What a gate still waits for, in words: all of it, or any one thing. */
export const missingInWords = ({ missing, anyOpens }: Pick<GateView, 'missing' | 'anyOpens'>): string =>
  missing.map((m) => m.change || m.says).join(anyOpens ? ', or ' : '; ')

/** How far each of it is: the figure that fails against what is wanted. */
export const missingInShort = ({ missing }: Pick<GateView, 'missing'>, figures: Figures): string =>
  missing.map((m) => withDays(reasonInShort(m, figures.say), figures.day)).join(', ')
