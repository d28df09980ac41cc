import type { ProtocolDocument } from '../document'
import BC from '../taxa/BC.json' with { type: 'json' }
import FF from '../taxa/FF.json' with { type: 'json' }
import ST from '../taxa/ST.json' with { type: 'json' }
import TR from '../taxa/TR.json' with { type: 'json' }
import { OF_COLONIES } from './asks'
import { developing, wayLike } from './make'
import { REFERENCE } from './relative'
import { guess, just, type WayOfLife } from './way'

const of = (document: unknown) => document as ProtocolDocument
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
    says: 'Bears young or drops egg cases all year; slow to start, steady for years.',
    ...{ ...shared, young: 'ootheca', like: of(TR) },
    figures: {
      'thermal.1.name': just('ootheca'),
      'cautions.words': just('Skin and droppings cause allergies: a mask when you clean.'),
    },
  }),
  wayLike({
    code: 'cricket or locust colony',
    plural: 'cricket and locust colonies',
    says: 'Lays into pots of damp medium that are moved to hatch; a new generation in weeks.',
    ...{ ...shared, young: 'loose eggs', like: of(BC) },
    figures: {
      'cautions.words': just('What escapes is heard for weeks. Locusts need a permit in some places.'),
    },
  }),
  wayLike({
    code: 'beetle larvae colony',
    plural: 'beetle larvae colonies',
    says: 'Larvae in bran or leaf mould; pupae are picked out, together or singly; beetles lay anew.',
    ...{ ...shared, young: 'loose eggs', like: of(TR) },
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
      'cautions.words': just('Bran dust and droppings cause allergies: a mask when you sieve.'),
    },
  }),
  wayLike({
    code: 'fly culture',
    plural: 'fly cultures',
    says: 'Cups of mash, each good for some weeks; new ones are begun by turns.',
    ...{ ...shared, young: 'culture', like: of(FF) },
    figures: {},
  }),
  wayLike({
    code: 'feeder caterpillar pipeline',
    plural: 'feeder caterpillars',
    says: 'Eggs are hatched by turns, and caterpillars fed up on leaves or chow to the size wanted.',
    ...{ ...shared, young: 'egg batch', like: of(BC) },
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
      'cautions.words': just('Leaves from sprayed plants kill them all within a day.'),
    },
  }),
  wayLike({
    code: 'isopod or springtail culture',
    plural: 'isopod and springtail cultures',
    says: 'Lives in damp litter, cleans up after others, and is scooped out by the spoonful.',
    ...{ ...shared, young: 'culture', like: of(ST) },
    figures: {},
  }),
  wayLike({
    code: 'rodent colony',
    plural: 'rodent colonies',
    says: 'Groups of females with a male; pups are taken by size, from pinky to weaned.',
    ...{ ...shared, bodyPlan: 'lizard', young: 'litter', like: of(TR) },
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
        'Kill quickly and humanely, as your vet and the local law say. Bites, dust and urine make people ill.',
      ),
    },
  }),
]
