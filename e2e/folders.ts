import { mkdtempSync } from 'node:fs'
import { join } from 'node:path'
// @ts-expect-error -- a plain script without types
import { clearWhenGone, scratchFolder } from '../tools/scratch.mjs'

/** The days of the demo that stories are told on: autumn, the middle of winter, and the usual one. */
export const STORY_DAYS = ['2026-09-10', '2027-01-20', '2027-05-27'] as const

/** An empty folder for a book, which a run that is killed takes with it. */
export function freshFolder(): string {
  const folder = mkdtempSync(join(scratchFolder() as string, 'hatch-book-e2e-'))
  clearWhenGone(folder)
  return folder
}
