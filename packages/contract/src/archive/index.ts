import * as v from 'valibot'
import { Id } from '../common'

/** A book that was made of an archive. */
export const ArchiveRead = v.object({ bookId: Id, name: v.string(), rows: v.number(), digest: v.string() })
export type ArchiveRead = v.InferOutput<typeof ArchiveRead>

/** Every list that can be saved for a spreadsheet. */
export const CsvCatalogue = v.object({ lists: v.array(v.object({ name: v.string(), says: v.string() })) })
export type CsvCatalogue = v.InferOutput<typeof CsvCatalogue>
