import type { ProtocolDocument } from './document'
import { compileProtocol } from './compile'
import { declarationOf } from './figures'
import { figuresOfToday } from './renamed'
import { taxa } from './taxa'

/**
 * The protocols that a new book starts with. General husbandry knowledge, every figure meant to be edited: growth curves and
 * thermal constants were fitted to the sizes and durations that keepers usually expect.
 */
export const startingDocuments: readonly ProtocolDocument[] = /* #__PURE__ */ (() => [
  taxa.CS,
  taxa.WH,
  taxa.BT,
  taxa.FG,
  taxa.CG,
  taxa.MT,
  taxa.DF,
  taxa.FS,
  taxa.MA,
  taxa.SB,
  taxa.PS,
  taxa.AM,
  taxa.BC,
  taxa.TR,
  taxa.FF,
  taxa.ST,
])()

type Named = Pick<ProtocolDocument, 'code' | 'latin'>
const startingOf = ({ code, latin }: Named) =>
  startingDocuments.find((d) => d.code === code && d.latin === latin)

/** Whether a document is of one of the species that came with the program, whose figures nobody in the book has said. */
export const isStartingSpecies = (of: Named): boolean => startingOf(of) !== undefined

/**
 * A document as it is written today. One from before the starting species stood on their ways of life names none, and holds texts that said
 * again what its figures say: it is put on its way of life, and the texts go.
 */
export function documentOfToday(document: ProtocolDocument): ProtocolDocument {
  const named = figuresOfToday(document.figures)
  const starting = document.wayOfLife === undefined ? startingOf(document) : undefined
  if (!starting) return named === document.figures ? document : { ...document, figures: named }
  const { wayOfLife, without } = starting
  const figures = Object.entries(named).filter(([key]) => declarationOf(key))
  return { ...document, wayOfLife, without, figures: Object.fromEntries(figures) }
}

const compiled = (code: keyof typeof taxa) => compileProtocol(taxa[code])!
// Marked as pure, so that a page that judges no snake does not carry sixteen species along.
export const cornSnake = /* #__PURE__ */ compiled('CS')
export const westernHognose = /* #__PURE__ */ compiled('WH')
export const marginatedTortoise = /* #__PURE__ */ compiled('MT')
export const fireSalamander = /* #__PURE__ */ compiled('FS')
export const fatTailedGecko = /* #__PURE__ */ compiled('FG')
export const blueTonguedSkink = /* #__PURE__ */ compiled('BT')
export const giantMantis = /* #__PURE__ */ compiled('MA')
export const stickInsect = /* #__PURE__ */ compiled('PS')
