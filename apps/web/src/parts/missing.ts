import type { GateView } from '@hatch-book/contract'

/** What a gate still waits for, in words: all of it, or any one thing. */
export const missingInWords = ({ missing, anyOpens }: Pick<GateView, 'missing' | 'anyOpens'>): string =>
  missing.map((m) => m.change || m.says).join(anyOpens ? ', or ' : '; ')
