import type { ProtocolDocument } from '../document'
import AM from '../taxa/AM.json' with { type: 'json' }
import MA from '../taxa/MA.json' with { type: 'json' }
import PS from '../taxa/PS.json' with { type: 'json' }
import SB from '../taxa/SB.json' with { type: 'json' }
import { OF_COHORTS } from './asks'
import { developing, staged, wayLike } from './make'
import { guess, just, type WayOfLife } from './way'

const of = (document: unknown) => document as ProtocolDocument
const MOULT = 'Never touch one that moults, hangs or lies on its back.'
const WARM = [25, 20, 29] as const
const DAMP = [0.65, 0.4, 0.85] as const
const ALARM = [12, 33] as const
const around = { warmC: WARM, humidity: DAMP, alarmC: ALARM }
export const invertebrates = (): WayOfLife[] => [
  wayLike({
    code: 'mantis',
    plural: 'mantids',
    says: 'Lays foam egg cases; hatches all at once; the young are parted as they grow.',
    ...{ bodyPlan: 'arthropod', keptAs: 'cohorts', young: 'ootheca', like: of(MA), feed: 'insects' },
    asks: ['clutch.count', ...OF_COHORTS.filter((key) => !/eggsPerDay|layingDays/.test(key))],
    figures: {
      'pairing.manner': just('he is put to her in a large cage when she has eaten well'),
      'cautions.words': just(MOULT),
    },
  }),
  wayLike({
    code: 'stick or leaf insect',
    plural: 'stick and leaf insects',
    says: 'Eats leaves; drops or buries single ova that take months; some breed without males.',
    ...{ bodyPlan: 'arthropod', keptAs: 'cohorts', young: 'loose ova', like: of(PS), feed: 'leaves' },
    asks: OF_COHORTS,
    figures: {
      'pairing.manner': just('free in a group'),
      'cautions.words': just(`${MOULT} Freeze what you throw away: many are invasive.`),
    },
  }),
  wayLike({
    code: 'moth that does not feed',
    plural: 'moths that do not feed',
    says: 'Caterpillars eat leaves and spin; the moths live for days, pair at night and lay.',
    ...{ bodyPlan: 'arthropod', keptAs: 'cohorts', young: 'egg batch', like: of(AM), feed: 'leaves' },
    without: ['cohort.leaf', 'cohort.hostPlants'],
    asks: OF_COHORTS,
    figures: {
      'pairing.manner': just('in a net cage with moving night air'),
      'cautions.words': just('Some caterpillars have hairs that burn. Never set one free.'),
    },
  }),
  wayLike({
    code: 'moth or butterfly that feeds',
    plural: 'moths and butterflies that feed',
    says: 'Caterpillars eat leaves; the grown drink nectar for weeks, pair in a flight cage and lay.',
    ...{ bodyPlan: 'arthropod', keptAs: 'cohorts', young: 'egg batch', like: of(AM), feed: 'leaves' },
    without: ['cohort.leaf', 'cohort.hostPlants', 'cohort.pause'],
    asks: OF_COHORTS,
    figures: {
      'pairing.manner': just('in a light, warm flight cage with flowers'),

      'stage.9.feed': just('nectar or sugar water'),
      'stage.9.everyDays': guess(1, 1, 2),
      'cohort.femaleDays': guess(25, 10, 60),
      'cohort.maleDays': guess(22, 10, 50),
      'cohort.layingDays': guess(18, 8, 40),
      'cohort.eggsPerDay': guess(12, 4, 40),
      'cohort.firstNight': guess(3, 1, 7),
      'cohort.lastNight': guess(20, 8, 40),
      'readiness.oldestDays': just(25),
      'cautions.words': just('Some caterpillars have hairs that burn. Never set one free.'),
    },
  }),
  wayLike({
    code: 'beetle in soil',
    plural: 'beetles that breed in soil',
    says: 'Lays into rotted leaf and wood; boxes are searched for larvae, which pupate in cells.',
    ...{
      bodyPlan: 'arthropod',
      keptAs: 'cohorts',
      young: 'loose eggs',
      like: of(SB),
      feed: 'rotted leaf and wood',
    },
    asks: OF_COHORTS,
    figures: {
      'pairing.manner': just('free in a group'),

      'stage.5.feed': just('fruit and jelly'),
      'cautions.words': just('Leave cells shut. Never set one free.'),
    },
  }),
  wayLike({
    code: 'millipede or snail',
    plural: 'millipedes and snails',
    says: 'Lays eggs into soil all year; the young grow up in it, and boxes are searched now and then.',
    ...{
      bodyPlan: 'arthropod',
      keptAs: 'cohorts',
      young: 'loose eggs',
      like: of(SB),
      feed: 'leaf litter and greens',
    },
    without: [
      'thermal.',
      'stage.',
      'cohort.cellDays',
      'cohort.instar.',
      'cohort.eatsEggsFrom',
      'leaving.grams',
    ],
    asks: OF_COHORTS,
    figures: {
      'pairing.manner': just('free in a group'),

      ...developing(
        [
          { name: 'egg', days: 35, survive: 0.7, care: 'in soil, do not dig up' },
          {
            name: 'hatchling',
            days: 60,
            survive: 0.8,
            mm: 8,
            grams: 0.1,
            litresEach: 0.1,
            care: 'leaf litter, lime',
          },
          {
            name: 'young',
            days: 180,
            survive: 0.9,
            mm: 40,
            grams: 2,
            litresEach: 0.4,
            care: 'leaf litter, lime',
          },
          {
            name: 'nearly grown',
            days: 240,
            survive: 0.93,
            mm: 90,
            grams: 8,
            litresEach: 1.5,
            care: 'leaf litter, lime',
          },
        ],
        { thresholdC: 12 },
      ),
      ...staged([
        {
          name: 'hatchling',
          days: [60, 30, 120],
          feed: 'leaf litter',
          everyDays: [3, 2, 7],
          ...around,
          together: 50,
        },
        {
          name: 'young',
          days: [180, 90, 360],
          feed: 'leaf litter',
          everyDays: [3, 2, 7],
          ...around,
          together: 20,
        },
        {
          name: 'nearly grown',
          days: [240, 120, 500],
          feed: 'leaf litter',
          everyDays: [3, 2, 7],
          ...around,
          together: 10,
        },
        {
          name: 'Adult',
          days: [1095, 365, 2500],
          feed: 'leaf litter',
          everyDays: [3, 2, 7],
          ...around,
          together: 10,
        },
      ]),
      'incubation.setPointC': guess(24, 20, 28),
      'cohort.grown': just('adults'),
      'cohort.femaleDays': guess(900, 300, 2000),
      'cohort.maleDays': guess(900, 300, 2000),
      'cohort.searchDays': guess(45, 21, 90),
      'cautions.words': just(
        'Many defend themselves with fluids that stain or burn: gloves. Never set one free.',
      ),
    },
  }),
  wayLike({
    code: 'dormant-egg crustacean',
    plural: 'crustaceans with dormant eggs',
    says: 'Eggs wait dry for months or years, hatch in a day of water, and are grown in weeks.',
    ...{ bodyPlan: 'arthropod', keptAs: 'cohorts', young: 'dry eggs', like: of(PS) },
    without: ['thermal.', 'stage.', 'cohort.', 'incubation.method.', 'season.', 'leaving.'],
    asks: OF_COHORTS.filter((key) => !key.startsWith('cohort.malesPer')),
    figures: {
      'pairing.manner': just('free in a group'),

      ...developing(
        [
          { name: 'egg in water', days: 2, survive: 0.4 },
          {
            name: 'nauplius',
            days: 4,
            survive: 0.6,
            mm: 3,
            grams: 0.005,
            litresEach: 0.05,
            care: 'fine algae powder',
          },
          {
            name: 'juvenile',
            days: 9,
            survive: 0.7,
            mm: 20,
            grams: 0.3,
            litresEach: 1,
            care: 'flakes, pellets',
          },
        ],
        { thresholdC: 10 },
      ),
      ...staged([
        {
          name: 'nauplius',
          days: [4, 3, 7],
          feed: 'algae powder',
          everyDays: [1, 1, 2],
          ...around,
          together: 200,
        },
        { name: 'juvenile', days: [9, 6, 16], feed: 'flakes', everyDays: [1, 1, 2], ...around, together: 20 },
        {
          name: 'Adult',
          days: [60, 30, 100],
          feed: 'pellets',
          everyDays: [1, 1, 2],
          ...around,
          together: 10,
        },
      ]),
      'incubation.method.1.name': just('flooded with soft, bright, warm water'),
      'incubation.method.1.argument': just('As the rain does it.'),
      'incubation.setPointC': guess(24, 20, 28),
      'cohort.grown': just('adults'),
      'cohort.eggsPerDay': guess(12, 4, 40),
      'cohort.layingDays': guess(40, 15, 70),
      'cohort.femaleDays': guess(60, 30, 100),
      'cohort.maleDays': guess(55, 30, 90),
      'cohort.firstNight': guess(1, 1, 3),
      'cohort.lastNight': guess(40, 20, 80),
      'cohort.adultLitres': guess(4, 2, 10),
      'cooling.kind': just('dry eggs'),
      'cooling.needed': just('needed'),
      'cooling.fromC': just(24),
      'cooling.downPerDayC': guess(4, 2, 10),
      'cooling.holdC': guess(20, 5, 25),
      'cooling.holdDays': guess(60, 28, 1000),
      'cooling.checkDays': guess(30, 14, 90),
      'cautions.words': just('Never pour them into open water.'),
    },
  }),
]
