import Papa from 'papaparse'
import { BookError } from './problems'

export interface DecodedText {
  text: string
  encoding: string
}

/**
 * Reads the bytes of a text file whatever wrote it: UTF-8 or UTF-16 by their marks, UTF-16 without one by its zero bytes,
 * UTF-8 when every byte fits, and else the Western code page of older office programs.
 * @throws BookError when it is empty or no text at all
 */
export function decodeText(bytes: Buffer): DecodedText {
  if (bytes.length === 0) throw new BookError('file-unreadable', 'This file is empty.')
  const { encoding, skip } = sniff(bytes)
  const text = new TextDecoder(encoding).decode(bytes.subarray(skip))
  if (text.includes('\u0000'))
    throw new BookError('file-unreadable', 'This is not a text file. Save the list as CSV and try again.')
  return { text, encoding }
}

function sniff(bytes: Buffer): { encoding: string; skip: number } {
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return { encoding: 'utf-8', skip: 3 }
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return { encoding: 'utf-16le', skip: 2 }
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return { encoding: 'utf-16be', skip: 2 }
  const head = bytes.subarray(0, 400)
  const zeros = (odd: number) => head.filter((byte, i) => i % 2 === odd && byte === 0).length
  if (zeros(1) > head.length / 4) return { encoding: 'utf-16le', skip: 0 }
  if (zeros(0) > head.length / 4) return { encoding: 'utf-16be', skip: 0 }
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    return { encoding: 'utf-8', skip: 0 }
  } catch {
    return { encoding: 'windows-1252', skip: 0 }
  }
}

export interface CsvRow {
  /** Line of the file on which the row begins, from 1. */
  line: number
  cells: string[]
}

/** No cell of a list or a log is longer: what reads cells later may count on it. */
const LONGEST_CELL = 4000

/**
 * Splits text into rows, with the line each begins on; quoted line breaks stay inside their cell.
 * @throws BookError for a cell that is too long, naming its line
 */
export function readCsv(text: string): { rows: CsvRow[]; delimiter: string } {
  const rows: CsvRow[] = []
  let delimiter = ','
  let line = 1
  let read = 0
  Papa.parse<string[]>(text, {
    delimitersToGuess: [';', ',', '\t', '|'],
    skipEmptyLines: true,
    step: ({ data, meta }) => {
      delimiter = meta.delimiter
      const readTo = (end: number) => {
        for (; read < end; read++)
          if (text[read] === '\n' || (text[read] === '\r' && text[read + 1] !== '\n')) line++
      }
      // Empty lines before a row are passed over without a word; they count as lines all the same.
      let start = read
      while (text[start] === '\n' || text[start] === '\r') start++
      readTo(start)
      const long = data.find((cell) => cell.length > LONGEST_CELL)
      if (long !== undefined)
        throw new BookError(
          'file-unreadable',
          `Line ${line} has a cell of ${long.length} letters; at most ${LONGEST_CELL} are read. Shorten it, or check that its quotation marks are closed.`,
        )
      if (data.some((cell) => cell.trim() !== '')) rows.push({ line, cells: data })
      readTo(meta.cursor)
    },
  })
  return { rows, delimiter }
}
