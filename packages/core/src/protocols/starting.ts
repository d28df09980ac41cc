import type { ProtocolDocument } from './document'
import { compileProtocol } from './compile'
import AM from './taxa/AM.json' with { type: 'json' }
import BC from './taxa/BC.json' with { type: 'json' }
import BT from './taxa/BT.json' with { type: 'json' }
import CG from './taxa/CG.json' with { type: 'json' }
import CS from './taxa/CS.json' with { type: 'json' }
import DF from './taxa/DF.json' with { type: 'json' }
import FF from './taxa/FF.json' with { type: 'json' }
import FG from './taxa/FG.json' with { type: 'json' }
import FS from './taxa/FS.json' with { type: 'json' }
import MA from './taxa/MA.json' with { type: 'json' }
import MT from './taxa/MT.json' with { type: 'json' }
import PS from './taxa/PS.json' with { type: 'json' }
import SB from './taxa/SB.json' with { type: 'json' }
import ST from './taxa/ST.json' with { type: 'json' }
import TR from './taxa/TR.json' with { type: 'json' }
import WH from './taxa/WH.json' with { type: 'json' }

/**
 * The protocols that a new book starts with. General husbandry knowledge, every figure meant to be edited: growth curves and
 * thermal constants were fitted to the sizes and durations that keepers usually expect.
 */
export const startingDocuments = [
  CS,
  WH,
  BT,
  FG,
  CG,
  MT,
  DF,
  FS,
  MA,
  SB,
  PS,
  AM,
  BC,
  TR,
  FF,
  ST,
] as unknown as readonly ProtocolDocument[]

const compiled = (code: string) => compileProtocol(startingDocuments.find((d) => d.code === code)!)!
// Marked as pure, so that a page that judges no snake does not carry sixteen species along.
export const cornSnake = /* #__PURE__ */ compiled('CS')
export const westernHognose = /* #__PURE__ */ compiled('WH')
export const marginatedTortoise = /* #__PURE__ */ compiled('MT')
export const fireSalamander = /* #__PURE__ */ compiled('FS')
export const fatTailedGecko = /* #__PURE__ */ compiled('FG')
export const blueTonguedSkink = /* #__PURE__ */ compiled('BT')
export const giantMantis = /* #__PURE__ */ compiled('MA')
export const stickInsect = /* #__PURE__ */ compiled('PS')
