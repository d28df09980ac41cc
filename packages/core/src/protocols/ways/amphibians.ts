import { taxa } from '../taxa'
import { OF_BEARERS, OF_LAYERS } from './asks'
import { developing, stagesOf, wayLike } from './make'
import { guess, just, type WayOfLife } from './way'

const ASKED_OF_FROGS = [
  ...OF_LAYERS.filter((key) => key !== 'readiness.male.ageDays.cautious'),
  ...['thermal.2.days'],
]
const HANDS = 'Handle with clean, wet hands, free of soap. Never release one.'

export const amphibians = (): WayOfLife[] => [
  wayLike({
    code: 'frog with free tadpoles',
    plural: 'frogs with free tadpoles',
    says: 'They spawn in water. The tadpoles grow up together and come ashore as froglets.',
    group: 'Frogs and salamanders',
    brood: 'clutch',
    ...{ bodyPlan: 'frog', keptAs: 'animals', young: 'spawn', like: taxa.DF, feed: 'small insects' },
    without: ['cohort.aloneFrom', 'thermal.', 'thermal.1.days'],
    asks: ASKED_OF_FROGS,
    figures: {
      ...developing(
        [
          { name: 'egg to free tadpole', days: 6, survive: 0.7 },
          {
            name: 'tadpole to front legs out',
            days: 60,
            survive: 0.7,
            litresEach: 0.5,
            care: 'fish flakes, algae',
          },
        ],
        { thresholdC: 10 },
      ),
      'size.female': guess(35, 8, 120),
      'clutch.count': guess(300, 40, 2000),
      'clutch.perYear': guess(2, 1, 4),
      'pairing.lockToLaying': guess(2, 0, 5),
      'pairing.manner': just('together in a rain chamber over water'),
      'incubation.method.1.name': just('left in the water they were laid in'),
      'incubation.method.2.name': just('taken out to a tank of the same water'),
      'stage.1.together': just(20),
      'stage.2.together': just(20),
      'cautions.words': just(HANDS),
    },
  }),
  wayLike({
    code: 'frog with tadpoles reared singly',
    plural: 'frogs with tadpoles raised singly',
    says: 'They lay a few eggs on land. Each tadpole is raised in its own cup.',
    group: 'Frogs and salamanders',
    brood: 'clutch',
    ...{ bodyPlan: 'frog', keptAs: 'animals', young: 'jelly clutch', like: taxa.DF, feed: 'tiny insects' },
    asks: ASKED_OF_FROGS,
    figures: { 'cautions.words': just(HANDS) },
  }),
  wayLike({
    code: 'salamander with water larvae',
    plural: 'salamanders and newts with water larvae',
    says: 'Their eggs or larvae develop in water. The young lose their gills and come ashore.',
    group: 'Frogs and salamanders',
    brood: 'litter',
    ...{
      bodyPlan: 'salamander',
      keptAs: 'animals',
      young: 'water larvae',
      like: taxa.FS,
      feed: 'worms and insects',
    },
    asks: [...OF_BEARERS.filter((key) => key !== 'quarantine.days'), 'thermal.1.days'],
    figures: {
      'clutch.perYear': guess(1, 0.5, 2),
      'cautions.words': just(`${HANDS} Heat above 25 °C kills many species.`),
    },
  }),
  wayLike({
    code: 'salamander without larvae',
    plural: 'salamanders without larvae',
    says: 'They guard eggs on land or give birth to fully formed young. There is no water stage.',
    group: 'Frogs and salamanders',
    brood: 'litter',
    ...{
      bodyPlan: 'salamander',
      keptAs: 'animals',
      young: 'live litter',
      like: taxa.FS,
      feed: 'tiny insects',
    },
    without: ['incubation.', 'thermal.', 'cohort.', 'stage.'],
    asks: OF_BEARERS,
    figures: {
      ...stagesOf(taxa.FS, [4, 5, 6]),
      'size.female': guess(9, 3, 20),
      'clutch.count': guess(8, 2, 20),
      'clutch.perYear': guess(0.7, 0.3, 1),
      'pairing.lockToLaying': guess(240, 60, 1000),
      'cautions.words': just(`${HANDS} Heat above 22 °C kills many species.`),
    },
  }),
]
