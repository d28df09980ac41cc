import { taxa } from '../taxa'
import { OF_COLONIES } from './asks'
import { developing, wayLike } from './make'
import { REFERENCE } from './relative'
import { guess, just, type WayOfLife } from './way'

/** One way of keeping a colony, with the work that it makes. */
const method = (name: string, argument: string, task: string, everyDays: number, minutes: number) => ({
  'colony.method.1.name': just(name),
  'colony.method.1.argument': just(argument),
  'colony.method.1.task': just(task),
  'colony.method.1.everyDays': guess(everyDays, everyDays / 2, everyDays * 2),
  'colony.method.1.minutes': guess(minutes, minutes / 2, minutes * 2),
})
const OWN_LIFE = ['thermal.', 'colony.method.', 'colony.rotateDays', 'colony.throwOutDay']
const shared = { bodyPlan: 'arthropod', keptAs: 'colonies', asks: OF_COLONIES } as const

export const feeders = (): WayOfLife[] => [
  wayLike({
    code: 'roach colony',
    plural: 'roach colonies',
    says: 'They give birth or drop egg cases all year. Slow to start, then steady for years.',
    group: 'Feeders and cultures',
    brood: 'clutch',
    ...{ ...shared, young: 'ootheca', like: taxa.TR },
    figures: {
      'thermal.1.name': just('ootheca'),
      'cautions.words': just('Skins and droppings can cause allergies: wear a mask when you clean.'),
    },
  }),
  wayLike({
    code: 'cricket or locust colony',
    plural: 'cricket and locust colonies',
    says: 'They lay in pots of damp soil, which you move to hatch. A new generation takes weeks.',
    group: 'Feeders and cultures',
    brood: 'clutch',
    ...{ ...shared, young: 'loose eggs', like: taxa.BC },
    figures: {
      'cautions.words': just('Escaped crickets chirp for weeks. Locusts need a permit in some places.'),
    },
  }),
  wayLike({
    code: 'beetle larvae colony',
    plural: 'beetle larvae colonies',
    says: 'Larvae live in bran or leaf mould. You pick out the pupae, and the beetles lay again.',
    group: 'Feeders and cultures',
    brood: 'clutch',
    ...{ ...shared, young: 'loose eggs', like: taxa.TR },
    without: OWN_LIFE,
    figures: {
      ...developing(
        [
          { name: 'egg', days: 8, survive: 0.7 },
          { name: 'small larva', days: 35, survive: 0.85, mm: 10, grams: 0.02, litresEach: 0.002 },
          { name: 'large larva', days: 40, survive: 0.92, mm: 28, grams: 0.15, litresEach: 0.005 },
          { name: 'pupa', days: 9, survive: 0.9, mm: 18, grams: 0.12 },
        ],
        { thresholdC: 11, warmth: REFERENCE },
      ),
      ...method('trays of bran', 'Quick to sieve.', 'sieve, pick out pupae, renew the bran', 7, 15),
      'colony.referenceC': just(26),
      'colony.capC': just(31),
      'colony.ripeningDays': guess(10, 5, 20),
      'colony.eggsPerDay': guess(3, 1, 8),
      'colony.layingDays': guess(50, 25, 90),
      'colony.femaleDays': guess(75, 40, 120),
      'colony.maleDays': guess(75, 40, 120),
      'colony.layFullC': just(24),
      'colony.layNoneC': just(16),
      'colony.lethalLowC': just(2),
      'colony.lethalHighC': just(38),
      'colony.binLitres': guess(10, 5, 30),
      'colony.binAdults': just(300),
      'colony.binYoung': just(4000),
      'cautions.words': just('Bran dust and droppings can cause allergies: wear a mask when you sieve.'),
    },
  }),
  wayLike({
    code: 'fly culture',
    plural: 'fly cultures',
    says: 'They live in cups of food that last a few weeks. You start new cups in turn.',
    group: 'Feeders and cultures',
    brood: 'clutch',
    ...{ ...shared, young: 'culture', like: taxa.FF },
    figures: {},
  }),
  wayLike({
    code: 'feeder caterpillar pipeline',
    plural: 'feeder caterpillars',
    says: 'You hatch eggs in turn and grow the caterpillars on leaves or chow to the size you need.',
    group: 'Feeders and cultures',
    brood: 'clutch',
    ...{ ...shared, young: 'egg batch', like: taxa.BC },
    without: OWN_LIFE,
    figures: {
      ...developing(
        [
          { name: 'egg', days: 10, survive: 0.8 },
          { name: 'small caterpillar', days: 9, survive: 0.85, mm: 15, grams: 0.1, litresEach: 0.01 },
          { name: 'middling caterpillar', days: 8, survive: 0.9, mm: 40, grams: 1, litresEach: 0.05 },
          { name: 'large caterpillar', days: 8, survive: 0.9, mm: 70, grams: 4, litresEach: 0.15 },
          { name: 'cocoon', days: 16, survive: 0.85 },
        ],
        { thresholdC: 10, warmth: REFERENCE },
      ),
      ...method('boxes by age', 'No age starves another.', 'clear out, renew leaves or chow', 1, 10),
      'colony.referenceC': just(26),
      'colony.ripeningDays': guess(1, 0, 2),
      'colony.eggsPerDay': guess(80, 30, 150),
      'colony.layingDays': guess(4, 2, 6),
      'colony.femaleDays': guess(9, 5, 14),
      'colony.maleDays': guess(8, 4, 14),
      'colony.binLitres': guess(10, 5, 30),
      'colony.binAdults': just(40),
      'colony.binYoung': just(1000),
      'cautions.words': just('Leaves from sprayed plants can kill every one of them within a day.'),
    },
  }),
  wayLike({
    code: 'isopod or springtail culture',
    plural: 'isopod and springtail cultures',
    says: 'They live in damp litter, clean up after other animals, and are taken out by the spoonful.',
    group: 'Feeders and cultures',
    brood: 'clutch',
    ...{ ...shared, young: 'culture', like: taxa.ST },
    figures: {},
  }),
  wayLike({
    code: 'rodent colony',
    plural: 'rodent colonies',
    says: 'Groups of females live with a male. You take young by size, from pinky to weaned.',
    group: 'Feeders and cultures',
    brood: 'litter',
    ...{ ...shared, bodyPlan: 'lizard', young: 'litter', like: taxa.TR },
    without: OWN_LIFE,
    figures: {
      // They keep themselves warm: a threshold far below makes the room's temperature matter little.
      ...developing(
        [
          { name: 'unborn', days: 20, survive: 0.95 },
          { name: 'pinky', days: 5, survive: 0.92, mm: 30, grams: 2, litresEach: 0.1 },
          { name: 'fuzzy', days: 7, survive: 0.97, mm: 40, grams: 5, litresEach: 0.2 },
          { name: 'hopper', days: 9, survive: 0.98, mm: 55, grams: 10, litresEach: 0.4 },
          { name: 'weaned', days: 24, survive: 0.98, mm: 75, grams: 20, litresEach: 1 },
        ],
        { thresholdC: -20, warmth: REFERENCE },
      ),
      ...method('groups of one male and four females', 'Steady.', 'clean, count pups, feed and water', 3, 20),
      'colony.referenceC': just(22),
      'colony.capC': just(26),
      'colony.femaleShare': just(0.5),
      'colony.ripeningDays': guess(20, 10, 35),
      'colony.eggsPerDay': guess(0.3, 0.15, 0.45),
      'colony.layingDays': guess(270, 180, 365),
      'colony.femaleDays': guess(450, 300, 700),
      'colony.maleDays': guess(500, 300, 700),
      'colony.layFullC': just(18),
      'colony.layNoneC': just(5),
      'colony.lethalLowC': just(0),
      'colony.lethalHighC': just(35),
      'colony.binLitres': guess(40, 20, 80),
      'colony.binAdults': just(5),
      'colony.binYoung': just(60),
      'cautions.words': just(
        'Kill them quickly and humanely, as your vet and the local law require. Bites, dust and urine can make you ill.',
      ),
    },
  }),
]
