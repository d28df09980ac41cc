import type { Place } from '@hatch-book/contract'

/** The boxes of all incubators to choose from, those in use told and shut. */
export function boxesOf(places: readonly Place[], used: ReadonlySet<string>) {
  const incubatorOf = (id: string | null): Place | undefined => {
    const at = places.find((p) => p.id === id)
    return !at || at.kind === 'incubator' ? at : incubatorOf(at.parentId)
  }
  return places
    .filter((p) => p.kind === 'box')
    .map((b) => {
      const incubator = incubatorOf(b.parentId)
      return {
        value: b.id,
        label: `${incubator?.name ?? ''} · ${b.name}${used.has(b.id) ? ' (in use)' : ''}`,
        disabled: used.has(b.id),
        setPointC: incubator?.setPointC ?? null,
      }
    })
    .sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }))
}
