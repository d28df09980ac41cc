import type { FigureSetting } from './limits'
import type { ProtocolFigure } from './document'

type Figures = Readonly<Record<string, ProtocolFigure>>

/** So many of a stage's names are remembered. */
const MOST_REMEMBERED = 20

/**
 * The names that stages lose by an edition: set with it, so that the log, which names the stages as they were, still finds them.
 * @param before the figures in force until now
 * @param after those that will be
 */
export function formerNames(before: Figures, after: Figures): Record<string, FigureSetting> {
  const kept: Record<string, FigureSetting> = {}
  for (const [key, { value: name }] of Object.entries(before)) {
    const at = /^(stage\.\d+)\.name$/.exec(key)?.[1]
    const now = at && after[key]?.value
    if (!now || now === name) continue
    const known = [before, after].flatMap((f) => String(f[`${at}.formerly`]?.value ?? '').split('\n'))
    const names = [...new Set([...known, String(name)])].filter((n) => n !== '' && n !== now)
    kept[`${at}.formerly`] = { value: names.slice(-MOST_REMEMBERED).join('\n'), low: null, high: null }
  }
  return kept
}
