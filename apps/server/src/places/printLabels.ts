import { createRequire } from 'node:module'
import type { LABEL_SHEETS } from '@hatch-book/contract'
import bwip from 'bwip-js/node'
import PDFDocument from 'pdfkit'
import { inTurns } from '../shell/turns'

/** One label or card: what is on it, from the largest to the smallest. */
export interface Label {
  title: string
  /** What a scanner reads. */
  code: string
  /** Beside the title, at the right. */
  aside: string
  lines: string[]
  caution: string
}

type Sheet = (typeof LABEL_SHEETS)[keyof typeof LABEL_SHEETS]

const POINTS_PER_MM = 72 / 25.4
const mm = (millimetres: number) => millimetres * POINTS_PER_MM
/** Printers drift by a millimetre: nothing stands nearer to a label's edge. */
const MARGIN_MM = 2
/** A code with modules smaller than this is hard to read on a plastic lid. */
const LARGEST_CODE_MM = 22
const QUIET_MODULES = 2

const resolve = createRequire(import.meta.url).resolve
const file = (family: 'next' | 'mono', subset: 'latin' | 'latin-ext', weight: number) =>
  resolve(
    `@fontsource/atkinson-hyperlegible-${family}/files/atkinson-hyperlegible-${family}-${subset}-${weight}-normal.woff`,
  )
const FACES = { text: ['next', 400], strong: ['next', 700], figures: ['mono', 700] } as const
type Face = keyof typeof FACES

/**
 * Draws labels onto sheets, exact to the millimetre: the page has the sheet's own size, so that nothing is scaled when it is
 * printed at 100 %.
 * @returns the PDF
 */
export async function printLabels(
  labels: readonly Label[],
  sheet: Sheet,
  { skip, outline }: { skip: number; outline: boolean },
): Promise<Buffer> {
  const [width, height] = sheet.page
  const size: [number, number] = [mm(width), mm(height)]
  const doc = new PDFDocument({ size, margin: 0, autoFirstPage: false, info: { Title: 'Labels' } })
  for (const face of Object.keys(FACES) as Face[])
    for (const subset of ['latin', 'latin-ext'] as const)
      doc.registerFont(`${face}:${subset}`, file(FACES[face][0], subset, FACES[face][1]))
  const parts: Buffer[] = []
  doc.on('data', (part: Buffer) => parts.push(part))
  const done = new Promise<Buffer>((ended) => doc.on('end', () => ended(Buffer.concat(parts))))
  const onASheet = sheet.columns * sheet.rows
  // Thousands take many seconds: others have their turn meanwhile.
  await inTurns([...labels.entries()], ([i, label]) => {
    const cell = (i + (onASheet > 1 ? skip : 0)) % onASheet
    if (i === 0 || cell === 0) doc.addPage({ size, margin: 0 })
    const x = sheet.left + (cell % sheet.columns) * (sheet.width + sheet.gapX)
    const y = sheet.top + Math.floor(cell / sheet.columns) * (sheet.height + sheet.gapY)
    if (outline) doc.lineWidth(0.25).rect(mm(x), mm(y), mm(sheet.width), mm(sheet.height)).stroke()
    drawLabel(doc, label, { x, y, width: sheet.width, height: sheet.height })
  })
  doc.end()
  return done
}

interface Box {
  x: number
  y: number
  width: number
  height: number
}

function drawLabel(doc: PDFKit.PDFDocument, label: Label, box: Box): void {
  const inner = {
    x: box.x + MARGIN_MM,
    y: box.y + MARGIN_MM,
    width: box.width - 2 * MARGIN_MM,
    height: box.height - 2 * MARGIN_MM,
  }
  const code = Math.min(inner.height, LARGEST_CODE_MM, inner.width / 3)
  drawCode(doc, label.code, inner.x + inner.width - code, inner.y + inner.height - code, code)
  // Sizes follow the label: a card is read from a step away, a small label in the hand.
  const step = Math.min(6, inner.height / 5.5)
  const titleSize = mm(step * 1.5)
  const lineSize = mm(Math.min(4, step * 0.52))
  const beside = mm(inner.width - code - 1.5)
  let y = mm(inner.y)
  const titleWidth = write(doc, 'figures', titleSize, label.title, mm(inner.x), y, beside)
  if (label.aside)
    write(
      doc,
      'strong',
      lineSize * 1.1,
      label.aside,
      mm(inner.x) + titleWidth + mm(2),
      y + titleSize * 0.32,
      mm(inner.width) - titleWidth - mm(2),
    )
  y += titleSize * 1.12
  const lowest = mm(inner.y + inner.height)
  const narrowFrom = mm(inner.y + inner.height - code) - lineSize
  const below = label.caution ? [...label.lines, label.caution] : label.lines
  for (const line of below) {
    const face = line === label.caution ? 'strong' : 'text'
    let left = line
    while (left !== '' && y + lineSize <= lowest) {
      const room = y >= narrowFrom ? beside : mm(inner.width)
      const fits = wordsThatFit(doc, face, lineSize, left, room)
      write(doc, face, lineSize, fits, mm(inner.x), y, room)
      left = left.slice(fits.length).trimStart()
      y += lineSize * 1.2
    }
  }
}

/** As many whole words as there is room for; at least one, which is cut if it must be. */
function wordsThatFit(doc: PDFKit.PDFDocument, face: Face, size: number, text: string, room: number): string {
  doc.font(`${face}:latin`).fontSize(size)
  const ends = [...text.matchAll(/(?<=\S)(?=\s|$)/g)].map((m) => m.index)
  const fitting = ends.filter((end) => doc.widthOfString(text.slice(0, end)) <= room)
  return text.slice(0, fitting.at(-1) ?? ends[0] ?? text.length)
}

/** Writes one line, cut where it would run out of its room; letters beyond the plain Latin ones come from the other file. */
function write(
  doc: PDFKit.PDFDocument,
  face: Face,
  size: number,
  text: string,
  x: number,
  y: number,
  room: number,
): number {
  const runs = runsOf(doc, face, text)
  let at = x
  for (const { subset, words } of runs) {
    doc.font(`${face}:${subset}`).fontSize(size)
    let shown = words
    while (shown.length > 0 && at + doc.widthOfString(shown) > x + room) shown = shown.slice(0, -1)
    doc.text(shown, at, y, { lineBreak: false })
    at += doc.widthOfString(shown)
    if (shown.length < words.length) break
  }
  return at - x
}

interface Glyphs {
  font: { hasGlyphForCodePoint(code: number): boolean }
}

function runsOf(doc: PDFKit.PDFDocument, face: Face, text: string) {
  doc.font(`${face}:latin`)
  const { font } = (doc as unknown as { _font: Glyphs })._font
  const runs: { subset: 'latin' | 'latin-ext'; words: string }[] = []
  for (const letter of text) {
    const subset = font.hasGlyphForCodePoint(letter.codePointAt(0)!) ? 'latin' : 'latin-ext'
    const last = runs.at(-1)
    if (last?.subset === subset) last.words += letter
    else runs.push({ subset, words: letter })
  }
  return runs
}

/** A QR code drawn as squares, so that it stays sharp at any size. */
function drawCode(doc: PDFKit.PDFDocument, text: string, x: number, y: number, side: number): void {
  const [code] = bwip.raw({ bcid: 'qrcode', text, eclevel: 'M' } as never) as unknown as [
    { pixs: number[]; pixx: number; pixy: number },
  ]
  const across = code.pixx + 2 * QUIET_MODULES
  const module = mm(side) / across
  const left = mm(x) + QUIET_MODULES * module
  const top = mm(y) + QUIET_MODULES * module
  code.pixs.forEach((dark, i) => {
    if (dark)
      doc.rect(
        left + (i % code.pixx) * module,
        top + Math.floor(i / code.pixx) * module,
        // A hair wider, so that no printer leaves white lines between them.
        module * 1.02,
        module * 1.02,
      )
  })
  doc.fill('black')
}
