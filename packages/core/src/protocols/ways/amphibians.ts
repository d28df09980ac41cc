import type { ProtocolDocument } from '../document'
import DF from '../taxa/DF.json' with { type: 'json' }
import FS from '../taxa/FS.json' with { type: 'json' }
import { OF_BEARERS, OF_LAYERS } from './asks'
import { developing, wayLike } from './make'
import { guess, just, type WayOfLife } from './way'

const of = (document: unknown) => document as ProtocolDocument
const ASKED_OF_FROGS = [
  ...OF_LAYERS.filter((key) => key !== 'readiness.male.ageDays.cautious'),
  ...['thermal.2.days'],
]
const HANDS = 'Skin takes up everything: wet, clean, soapless hands. Never set one free.'

export const amphibians = (): WayOfLife[] => [
  wayLike({
    code: 'frog with free tadpoles',
    plural: 'frogs with free tadpoles',
    says: 'Spawns in water; tadpoles live together and come ashore as froglets.',
    ...{ bodyPlan: 'frog', keptAs: 'animals', young: 'spawn', like: of(DF), feed: 'small insects' },
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
    plural: 'frogs whose tadpoles are reared singly',
    says: 'Lays a few eggs on land; each tadpole is reared in a cup of its own.',
    ...{ bodyPlan: 'frog', keptAs: 'animals', young: 'jelly clutch', like: of(DF), feed: 'tiny insects' },
    asks: ASKED_OF_FROGS,
    figures: { 'cautions.words': just(HANDS) },
  }),
  wayLike({
    code: 'salamander with water larvae',
    plural: 'salamanders and newts with water larvae',
    says: 'Eggs or larvae are set in water; larvae lose their gills and come ashore.',
    ...{
      bodyPlan: 'salamander',
      keptAs: 'animals',
      young: 'water larvae',
      like: of(FS),
      feed: 'worms and insects',
    },
    asks: [...OF_BEARERS.filter((key) => key !== 'quarantine.days'), 'thermal.1.days'],
    figures: {
      'clutch.perYear': guess(1, 0.5, 2),
      'cautions.words': just(`${HANDS} Heat above 25 °C kills many kinds.`),
    },
  }),
  wayLike({
    code: 'salamander without larvae',
    plural: 'salamanders without larvae',
    says: 'Guards eggs on land, or bears small complete young; no water stage to raise.',
    ...{
      bodyPlan: 'salamander',
      keptAs: 'animals',
      young: 'live litter',
      like: of(FS),
      feed: 'tiny insects',
    },
    without: ['incubation.', 'thermal.', 'cohort.', 'stage.'],
    asks: OF_BEARERS,
    figures: {
      ...landStages(),
      'size.female': guess(9, 3, 20),
      'clutch.count': guess(8, 2, 20),
      'clutch.perYear': guess(0.7, 0.3, 1),
      'pairing.lockToLaying': guess(240, 60, 1000),
      'cautions.words': just(`${HANDS} Heat above 22 °C kills many kinds.`),
    },
  }),
]

/** The stages of a salamander once it is on land. */
function landStages(): Record<string, WayOfLife['figures'][string]> {
  const { figures } = wayLike({
    ...{ code: '', plural: '', says: '', bodyPlan: 'salamander', keptAs: 'animals', young: '', asks: [] },
    ...{ like: of(FS), figures: {} },
  })
  const kept: Record<string, WayOfLife['figures'][string]> = {}
  for (const [key, figure] of Object.entries(figures)) {
    const [, n, rest] = /^stage\.(\d)\.(.+)$/.exec(key) ?? []
    if (n !== undefined && Number(n) > 3 && rest !== 'feed') kept[`stage.${Number(n) - 3}.${rest}`] = figure
  }
  return kept
}
