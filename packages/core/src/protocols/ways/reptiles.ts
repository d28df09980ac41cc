import { taxa } from '../taxa'
import { OF_BEARERS, OF_LAYERS } from './asks'
import { stagesOf, wayLike } from './make'
import { above, guess, just, WARM_SIDE, type WayOfLife } from './way'

const EGG_FIGURES = ['incubation.', 'thermal.', 'clutch.eggGrams', 'clutch.infertile', 'laying.againDays']
const VET = 'See a vet if she strains for more than a day without laying or giving birth.'

export const reptiles = (): WayOfLife[] => [
  wayLike({
    code: 'egg-laying snake',
    plural: 'egg-laying snakes',
    says: 'They lay clutches for you to incubate. They eat whole prey and usually live alone.',
    group: 'Snakes and lizards',
    brood: 'clutch',
    ...{ bodyPlan: 'snake', keptAs: 'animals', young: 'egg clutch', like: taxa.CS, feed: 'rodents' },
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just(
        'swollen rear third, off food, cloudy and then sheds, restless, pushes into the nest tub',
      ),

      'clutch.count': guess(10, 3, 30),
      'pairing.caution': just(`Never feed them together. ${VET}`),
      'cautions.words': just(
        'Venomous or very large species need training, a second person and often a permit.',
      ),
    },
  }),
  wayLike({
    code: 'live-bearing snake',
    plural: 'live-bearing snakes',
    says: 'They give birth after several months, eat whole prey and usually live alone.',
    group: 'Snakes and lizards',
    brood: 'litter',
    ...{ bodyPlan: 'snake', keptAs: 'animals', young: 'live litter', like: taxa.CS, feed: 'rodents' },
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
      'pairing.caution': just(`Never feed them together. ${VET}`),
      'cautions.words': just(
        'Venomous or very large species need training, a second person and often a permit.',
      ),
    },
  }),
  wayLike({
    code: 'small lizard laying two eggs',
    plural: 'small lizards that lay two eggs at a time',
    says: 'They lay one or two eggs every few weeks through the season, and eat insects or fruit mash.',
    group: 'Snakes and lizards',
    brood: 'clutch',
    ...{ bodyPlan: 'lizard', keptAs: 'animals', young: 'egg clutch', like: taxa.FG, feed: 'insects' },
    without: ['incubation.sex'],
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just('eggs show as bulges, she digs here and there, off food'),

      // Some of them bask, some die at 30 °C: the alarm comes early until their keeper says which.
      [WARM_SIDE]: guess(28, 24, 32),
      'incubation.setPointC': guess(26, 22, 31),
      'thermal.1.days': guess(65, 40, 120),
      'cautions.words': just(
        'Never hold one by the tail: it can break off. Species from cool forests can die above 28 °C.',
      ),
    },
  }),
  wayLike({
    code: 'lizard with buried clutches',
    plural: 'lizards that bury their clutches',
    says: 'They bury their clutches in damp soil. They need heat and UV light, and eat insects or leaves.',
    group: 'Snakes and lizards',
    brood: 'clutch',
    ...{ bodyPlan: 'lizard', keptAs: 'animals', young: 'egg clutch', like: taxa.FG, feed: 'insects' },
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
    says: 'They give birth once a year or less often. Many eat insects, greens and fruit.',
    group: 'Snakes and lizards',
    brood: 'litter',
    ...{ bodyPlan: 'lizard', keptAs: 'animals', young: 'live litter', like: taxa.BT, feed: 'mixed dish' },
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
    says: 'They are heavy, rest in winter, and lay one large clutch in a nest they dig.',
    group: 'Snakes and lizards',
    brood: 'clutch',
    ...{
      bodyPlan: 'lizard',
      keptAs: 'animals',
      young: 'egg clutch',
      like: taxa.FG,
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
        'They can injure you with teeth, claws and tail. Have a second person there when you handle one, and check local law.',
      ),
    },
  }),
  wayLike({
    code: 'cool-forest climbing lizard',
    plural: 'climbing lizards of cool forests',
    says: 'They live in cool, wet trees, drink droplets, overheat easily and give birth to live young.',
    group: 'Snakes and lizards',
    brood: 'litter',
    ...{ bodyPlan: 'lizard', keptAs: 'animals', young: 'live litter', like: taxa.BT, feed: 'insects' },
    asks: OF_BEARERS,
    figures: {
      'laying.signs': just('heavy and pear-shaped, eats less, basks long'),

      'size.female': guess(35, 15, 80),
      'clutch.count': guess(6, 2, 12),
      'clutch.perYear': guess(1, 0.5, 1),
      'pairing.lockToLaying': guess(190, 150, 250),
      'cooling.holdC': guess(12, 8, 15),
      [WARM_SIDE]: guess(23, 20, 26),
      ...Object.fromEntries(
        [1, 2, 3, 4, 5, 6].flatMap((n) => [
          [`stage.${n}.warmC`, above(WARM_SIDE, 0, 0.13)],
          [`stage.${n}.coolC`, above(WARM_SIDE, -5, 0.17)],
          [`stage.${n}.nightC`, above(WARM_SIDE, -10, 0.3)],
          [`stage.${n}.alarmLowC`, just(5)],
          [`stage.${n}.alarmHighC`, above(WARM_SIDE, 6)],
          [`stage.${n}.humidity`, guess(0.75, 0.6, 0.95)],
          [`stage.${n}.humidityAlarm`, guess(0.75, 0.45, 1)],
          [`stage.${n}.mistDays`, guess(1, 1, 1)],
        ]),
      ),
      'cautions.words': just(
        'A day above 30 °C can kill them. Many species are protected: keep proof of origin.',
      ),
    },
  }),
  wayLike({
    code: 'tortoise',
    plural: 'tortoises',
    says: 'They grow slowly, live for decades, graze, and lay in nests they dig. Some hibernate.',
    group: 'Tortoises and turtles',
    brood: 'clutch',
    ...{ bodyPlan: 'chelonian', keptAs: 'animals', young: 'egg clutch', like: taxa.MT, feed: 'weeds' },
    without: ['incubation.sex', 'stage.'],
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just('paces, sniffs the soil, digs trial holes, eats less'),
      'pairing.manner': just('introduce him to her for a day or two, then separate them'),

      // Whether the young rest in their first winter is a school, not a stage.
      ...stagesOf(taxa.MT, [1, 2, 4, 5, 6]),
      'cooling.needed': just('optional'),
      'cautions.words': just(
        'Most species need papers. Never hibernate a tortoise that is ill, underweight or has food in its gut.',
      ),
    },
  }),
  wayLike({
    code: 'semi-aquatic turtle',
    plural: 'semi-aquatic turtles',
    says: 'They live in water, bask on land and lay in nests they dig. Hatchlings start in shallow water.',
    group: 'Tortoises and turtles',
    brood: 'clutch',
    ...{
      bodyPlan: 'chelonian',
      keptAs: 'animals',
      young: 'egg clutch',
      like: taxa.MT,
      feed: 'water animals and plants',
    },
    without: ['incubation.sex', 'stage.'],
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just('paces, sniffs the soil, digs trial holes, eats less'),
      'pairing.manner': just('introduce him to her for a day or two, then separate them'),

      // Whether the young rest in their first winter is a school, not a stage. Nobody mists what lives in water.
      ...Object.fromEntries(
        Object.entries(stagesOf(taxa.MT, [1, 2, 4, 5, 6])).filter(([key]) => !/mistDays|humidity/.test(key)),
      ),
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
      'cautions.words': just(
        'They can carry germs that make people ill: wash your hands. Never release one.',
      ),
    },
  }),
]
