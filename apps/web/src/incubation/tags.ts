/** The next free tags after the highest of the dam's kind: C93 after C92. */
export function nextTags(damTag: string, taken: readonly string[], count: number): string[] {
  const prefix = /^\D*/.exec(damTag)![0]
  const numbers = taken.flatMap((t) =>
    t.startsWith(prefix) && /^\d+$/.test(t.slice(prefix.length)) ? [Number(t.slice(prefix.length))] : [],
  )
  const first = Math.max(0, ...numbers) + 1
  return Array.from({ length: count }, (_, i) => `${prefix}${String(first + i).padStart(2, '0')}`)
}
