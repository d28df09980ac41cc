import type { ProtocolDocument, ProtocolFigure } from './document'
import { figuresNamed } from './figures'
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

/** As a file of a starting species holds it: what its figures are called and measured in is declared elsewhere. */
type Bare = Omit<ProtocolDocument, 'figures'> & {
  figures: Record<string, Omit<ProtocolFigure, 'label' | 'unit'>>
}

const whole = (bare: unknown): ProtocolDocument => ({
  ...(bare as Bare),
  figures: figuresNamed((bare as Bare).figures),
})

/** The starting species by their codes. */
export const taxa = /* #__PURE__ */ (() => ({
  AM: whole(AM),
  BC: whole(BC),
  BT: whole(BT),
  CG: whole(CG),
  CS: whole(CS),
  DF: whole(DF),
  FF: whole(FF),
  FG: whole(FG),
  FS: whole(FS),
  MA: whole(MA),
  MT: whole(MT),
  PS: whole(PS),
  SB: whole(SB),
  ST: whole(ST),
  TR: whole(TR),
  WH: whole(WH),
}))()
