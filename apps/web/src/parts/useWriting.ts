import { mergeThreeWays, type Conflict } from '@hatch-book/core'
import { useState } from 'react'

/** How a thing is taken apart into what two people can change independently of each other, and put together again. */
export interface Pieces<W> {
  apart(writing: W): Record<string, unknown>
  together(pieces: Record<string, unknown>): W
}

const ITS_FIELDS: Pieces<object> = { apart: (w) => ({ ...w }), together: (p) => p }

export interface Writing<W> {
  draft: W
  set(draft: W): void
  change(part: Partial<W>): void
  /** The version that one's own writing began with: what is sent along when it is kept. */
  version: number
  /** Where somebody else saved meanwhile: what is taken over from them, and what both changed otherwise. */
  merge: { taken: readonly string[]; conflicts: readonly Conflict<Record<string, unknown>>[] } | null
  /** Goes on from theirs. @param theirs the pieces in conflict in which theirs is to stand */
  settle(theirs: ReadonlySet<string>): void
  /** It was kept as it is now, as this version. */
  kept(version: number): void
}

/**
 * What somebody writes of a thing that others may change meanwhile. Their change is never lost: it comes into what is being written where it
 * touches something else, and stands beside it where it touches the same.
 * @param now the thing as it is in the book at this moment, with its version
 */
export function useWriting<W extends object>(
  now: { version: number; writing: W },
  pieces: Pieces<W> = ITS_FIELDS as Pieces<W>,
): Writing<W> {
  const [begun, setBegun] = useState(now)
  const [draft, setDraft] = useState(now.writing)
  const goOn = (writing: W) => {
    setDraft(writing)
    setBegun(now)
  }
  let merge: Writing<W>['merge'] = null
  let merged: Record<string, unknown> = {}
  if (now.version > begun.version) {
    const all = mergeThreeWays(pieces.apart(begun.writing), pieces.apart(now.writing), pieces.apart(draft))
    merged = all.merged
    const untouched = JSON.stringify(draft) === JSON.stringify(begun.writing)
    // Nothing to be told of: it is as it was, or both wrote the same.
    if (untouched) goOn(now.writing)
    else if (all.taken.length === 0 && all.conflicts.length === 0) goOn(pieces.together(merged))
    else merge = all
  }
  return {
    ...{ draft, set: setDraft, version: begun.version, merge },
    change: (part) => setDraft((d) => ({ ...d, ...part })),
    settle(theirs) {
      const chosen = merge!.conflicts.filter((c) => theirs.has(c.field)).map((c) => [c.field, c.theirs])
      goOn(pieces.together({ ...merged, ...(Object.fromEntries(chosen) as Record<string, unknown>) }))
    },
    kept: (version) => setBegun({ version, writing: draft }),
  }
}
