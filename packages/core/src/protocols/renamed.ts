import type { ProtocolSettings } from './layers'

interface Renamed {
  key: string
  /** What was said in other words then. */
  words: Readonly<Record<string, string>>
}

/** Figures that earlier versions wrote under another name. */
const RENAMED: Readonly<Record<string, Renamed>> = {
  'housing.uvb': {
    key: 'light.uv',
    words: { 'for growing and laying animals': 'growing and laying animals' },
  },
}

/** Figures under the names that they have today, whoever wrote them when; what is there under its name of today stays. */
export function figuresOfToday<F extends { value: number | string }>(
  figures: Readonly<Record<string, F>>,
): Record<string, F> {
  if (!Object.keys(figures).some((key) => key in RENAMED)) return figures
  const found: Record<string, F> = {}
  for (const [key, figure] of Object.entries(figures)) {
    const renamed = RENAMED[key]
    if (!renamed) found[key] = figure
    else if (!(renamed.key in figures))
      found[renamed.key] = { ...figure, value: renamed.words[String(figure.value)] ?? figure.value }
  }
  return found
}

/** What an edition set, under the names that figures have today. */
export const settingsOfToday = (settings: ProtocolSettings): ProtocolSettings => ({
  ...settings,
  figures: figuresOfToday(settings.figures),
})
