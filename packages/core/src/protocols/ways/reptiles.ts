import type { ProtocolDocument } from '../document'
import BT from '../taxa/BT.json' with { type: 'json' }
import CS from '../taxa/CS.json' with { type: 'json' }
import FG from '../taxa/FG.json' with { type: 'json' }
import MT from '../taxa/MT.json' with { type: 'json' }
import { OF_BEARERS, OF_LAYERS } from './asks'
import { wayLike } from './make'
import { guess, just, type WayOfLife } from './way'

const of = (document: unknown) => document as ProtocolDocument
const EGG_FIGURES = ['incubation.', 'thermal.', 'clutch.eggGrams', 'clutch.infertile', 'laying.againDays']
const VET = 'One that strains without laying or bearing for more than a day needs a vet.'

export const reptiles = (): WayOfLife[] => [
  wayLike({
    code: 'egg-laying snake',
    plural: 'egg-laying snakes',
    says: 'Lays a clutch that is incubated; eats whole prey; usually lives alone.',
    ...{ bodyPlan: 'snake', keptAs: 'animals', young: 'egg clutch', like: of(CS), feed: 'rodents' },
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just(
        'swollen rear third, off food, cloudy and then sheds, restless, pushes into the nest tub',
      ),

      'clutch.count': guess(10, 3, 30),
      'pairing.caution': just(`Never feed the two together. ${VET}`),
      'cautions.words': just(
        'Venomous or very large kinds want training, a second person, and often a permit.',
      ),
    },
  }),
  wayLike({
    code: 'live-bearing snake',
    plural: 'live-bearing snakes',
    says: 'Bears live young after months; eats whole prey; usually lives alone.',
    ...{ bodyPlan: 'snake', keptAs: 'animals', young: 'live litter', like: of(CS), feed: 'rodents' },
    without: [...EGG_FIGURES, 'pairing.lockToShed', 'pairing.shedToLaying'],
    asks: OF_BEARERS,
    figures: {
      'stage.1.name': just('Newborn'),
      'clutch.count': guess(10, 4, 25),
      'clutch.perYear': guess(0.6, 0.3, 1),
      'pairing.lockToLaying': guess(150, 90, 230),
      'readiness.female.restDays': guess(365, 180, 730),
      'laying.signs': just('swollen rear half, basks long, off food, lies twisted or on her back'),
      'cooling.holdC': guess(18, 14, 22),
      'cooling.holdDays': guess(56, 28, 84),
      'cooling.kind': just('mild winter'),
      'cooling.fromC': just(26),
      'pairing.caution': just(`Never feed the two together. ${VET}`),
      'cautions.words': just(
        'Venomous or very large kinds want training, a second person, and often a permit.',
      ),
    },
  }),
  wayLike({
    code: 'small lizard laying two eggs',
    plural: 'small lizards that lay two eggs at a time',
    says: 'Lays one or two eggs every few weeks for a season; eats insects or fruit mash.',
    ...{ bodyPlan: 'lizard', keptAs: 'animals', young: 'egg clutch', like: of(FG), feed: 'insects' },
    without: ['incubation.sex'],
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just('eggs show as bulges, she digs here and there, off food'),

      'incubation.setPointC': guess(26, 22, 31),
      'thermal.1.days': guess(65, 40, 120),
      'cautions.words': just('Tails break off: never hold one by the tail.'),
    },
  }),
  wayLike({
    code: 'lizard with buried clutches',
    plural: 'lizards that bury their clutches',
    says: 'Digs a clutch into damp soil; wants warmth and UV light; eats insects, some eat leaves.',
    ...{ bodyPlan: 'lizard', keptAs: 'animals', young: 'egg clutch', like: of(FG), feed: 'insects' },
    without: ['incubation.sex'],
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just('eggs show as bulges, she digs here and there, off food'),

      'size.female': guess(220, 80, 450),
      'clutch.count': guess(16, 6, 30),
      'clutch.perYear': guess(2, 1, 4),
      'laying.againDays': guess(35, 25, 60),
      'pairing.lockToLaying': guess(30, 18, 50),
      'incubation.setPointC': guess(28, 26, 30),
      'thermal.1.days': guess(65, 45, 100),
      'cautions.words': just(VET),
    },
  }),
  wayLike({
    code: 'live-bearing lizard',
    plural: 'live-bearing lizards',
    says: 'Bears live young once a year or less; often eats of everything.',
    ...{ bodyPlan: 'lizard', keptAs: 'animals', young: 'live litter', like: of(BT), feed: 'mixed dish' },
    asks: OF_BEARERS,
    figures: {
      'laying.signs': just('heavy and pear-shaped, eats less, basks long'),

      'pairing.lockToLaying': guess(110, 75, 210),
      'clutch.count': guess(6, 1, 15),
      'cautions.words': just(VET),
    },
  }),
  wayLike({
    code: 'large seasonal lizard',
    plural: 'large seasonal lizards',
    says: 'Heavy, breeds once after a winter rest, lays a large clutch in a nest it digs.',
    ...{
      bodyPlan: 'lizard',
      keptAs: 'animals',
      young: 'egg clutch',
      like: of(FG),
      feed: 'whole prey and eggs',
    },
    without: ['incubation.sex', 'laying.againDays'],
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just('eggs show as bulges, she digs here and there, off food'),

      'size.female': guess(3000, 1000, 7000),
      'readiness.female.ageDays.cautious': guess(1277, 900, 1826),
      'readiness.female.restDays': guess(250, 200, 365),
      'readiness.oldestDays': guess(4400, 3300, 5800),
      'clutch.count': guess(25, 12, 45),
      'clutch.perYear': guess(1, 0.5, 1),
      'pairing.lockToLaying': guess(30, 20, 45),
      'incubation.setPointC': guess(30, 28, 32),
      'thermal.1.days': guess(70, 55, 100),
      'cooling.kind': just('cold rest'),
      'cooling.needed': just('usual'),
      'cooling.fromC': just(24),
      'cooling.holdC': guess(14, 10, 18),
      'cooling.holdDays': guess(100, 60, 150),
      'cautions.words': just(
        'Bites, claws and tail can injure: handle with a second person, and know the local law.',
      ),
    },
  }),
  wayLike({
    code: 'cool-forest climbing lizard',
    plural: 'climbing lizards of cool forests',
    says: 'Lives in cool, wet trees, drinks drops, dies of heat that others bask in; bears live young.',
    ...{ bodyPlan: 'lizard', keptAs: 'animals', young: 'live litter', like: of(BT), feed: 'insects' },
    asks: [...OF_BEARERS.filter((key) => key !== 'quarantine.days'), 'stage.6.alarmHighC'],
    figures: {
      'laying.signs': just('heavy and pear-shaped, eats less, basks long'),

      'size.female': guess(35, 15, 80),
      'clutch.count': guess(6, 2, 12),
      'clutch.perYear': guess(1, 0.5, 1),
      'pairing.lockToLaying': guess(190, 150, 250),
      'cooling.holdC': guess(12, 8, 15),
      ...Object.fromEntries(
        [1, 2, 3, 4, 5, 6].flatMap((n) => [
          [`stage.${n}.warmC`, guess(23, 20, 26)],
          [`stage.${n}.coolC`, guess(18, 15, 21)],
          [`stage.${n}.nightC`, guess(13, 9, 17)],
          [`stage.${n}.alarmLowC`, just(5)],
          [`stage.${n}.alarmHighC`, just(29)],
          [`stage.${n}.humidity`, guess(0.75, 0.6, 0.95)],
          [`stage.${n}.humidityAlarm`, guess(0.75, 0.45, 1)],
          [`stage.${n}.mistDays`, guess(1, 1, 1)],
        ]),
      ),
      'cautions.words': just(
        'A day above 30 °C can kill. Many of these are protected: keep proof of origin.',
      ),
    },
  }),
  wayLike({
    code: 'tortoise',
    plural: 'tortoises',
    says: 'Slow to grow, decades old, grazes; some hibernate; lays clutches in dug nests.',
    ...{ bodyPlan: 'chelonian', keptAs: 'animals', young: 'egg clutch', like: of(MT), feed: 'weeds' },
    without: ['incubation.sex', 'stage.'],
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just('paces, sniffs the soil, digs trial holes, eats less'),
      'pairing.manner': just('he is put to her for a day or two, then they are apart'),

      ...stagesWithoutWinter(),
      'cooling.needed': just('optional'),
      'cautions.words': just(
        'Most kinds need papers. Never hibernate one that is ill, light or has food in its gut.',
      ),
    },
  }),
  wayLike({
    code: 'semi-aquatic turtle',
    plural: 'semi-aquatic turtles',
    says: 'Lives in water and basks on land; young begin in shallow water; lays in dug nests.',
    ...{
      bodyPlan: 'chelonian',
      keptAs: 'animals',
      young: 'egg clutch',
      like: of(MT),
      feed: 'water animals and plants',
    },
    without: ['incubation.sex', 'stage.'],
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just('paces, sniffs the soil, digs trial holes, eats less'),
      'pairing.manner': just('he is put to her for a day or two, then they are apart'),

      ...stagesWithoutWinter(),
      'size.female': guess(900, 250, 2500),
      'size.young': guess(7, 4, 11),
      'readiness.female.ageDays.cautious': guess(2557, 1461, 4383),
      'clutch.count': guess(8, 2, 20),
      'incubation.setPointC': guess(28, 25, 31),
      'thermal.1.days': guess(70, 50, 110),
      'stage.1.litres': guess(3, 1, 10),
      'stage.2.litres': guess(20, 10, 40),
      'stage.3.litres': guess(80, 40, 150),
      'stage.4.litres': guess(200, 100, 400),
      'stage.5.litres': guess(400, 200, 1000),
      ...Object.fromEntries([1, 2, 3, 4, 5].map((n) => [`stage.${n}.waterDays`, guess(4, 1, 10)])),
      'cautions.words': just('They carry germs that make people ill: wash hands. Never set one free.'),
    },
  }),
]

/** The stages of a tortoise without a winter of its own for the young: whether one rests is a school, not a stage. */
function stagesWithoutWinter() {
  const kept: WayOfLife['figures'] = wayLike({
    ...{ code: '', plural: '', says: '', bodyPlan: 'chelonian', keptAs: 'animals', young: '', asks: [] },
    like: of(MT),
    figures: {},
  }).figures
  const figures: Record<string, WayOfLife['figures'][string]> = {}
  for (const [key, figure] of Object.entries(kept)) {
    const [, n, rest] = /^stage\.(\d)\.(.+)$/.exec(key) ?? []
    if (n === undefined || n === '3' || rest === 'feed') continue
    figures[`stage.${Number(n) > 3 ? Number(n) - 1 : n}.${rest}`] = figure
  }
  return figures
}
