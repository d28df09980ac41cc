// @ts-expect-error -- a plain script without types
import { clearWhenGone } from '../tools/scratch.mjs'
import { grownDemo, templatesOf } from './support'

/** The days of the demo that stories are told on: the usual one, autumn, and the middle of winter. */
const DAYS = [[], ['--day', '2026-09-10'], ['--day', '2027-01-20']]

/** Where all stories are told, their demo books are lived through beside each other before the first. */
export default async function growDemo(): Promise<void> {
  clearWhenGone(templatesOf(process.pid))
  if (process.env.STORIES === 'all')
    await Promise.all(DAYS.map((args) => grownDemo(templatesOf(process.pid), args)))
}
