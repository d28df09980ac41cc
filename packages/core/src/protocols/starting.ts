import type { ProtocolDocument } from './document'
import { compileProtocol } from './compile'
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
