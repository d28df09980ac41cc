import { taxa } from '../taxa'
import { OF_BEARERS, OF_LAYERS } from './asks'
import { staged, wayLike } from './make'
import { guess, just, type WayOfLife } from './way'

const WARM = [25, 20, 29] as const
const DAMP = [0.65, 0.4, 0.85] as const
const ALARM = [12, 33] as const
const around = { warmC: WARM, humidity: DAMP, alarmC: ALARM }
/** What a scorpion and a spider have in common, and no lizard has. */
const OF_ARACHNIDS = {
  'readiness.mealsInARow': just(1),
  'readiness.stop.refusals': just(4),
  'quarantine.days': guess(30, 14, 60),
  'pairing.before': just('she has eaten well; a piece of bark between them; long forceps at hand'),
  'pairing.stay': just('yes'),
  'pairing.after': just('she grows fat and hides'),
  'pairing.mostFemales': guess(4, 1, 8),
}
const REPTILE_FIGURES = [
  ...['stage.', 'incubation.', 'thermal.', 'cooling.', 'sexing.', 'feeding.', 'clutch.eggGrams'],
  ...['laying.againDays', 'pairing.trigger', 'pairing.receptive'],
]

export const arachnids = (): WayOfLife[] => [
  wayLike({
    code: 'scorpion',
    plural: 'scorpions',
    says: 'They give birth to live young, which ride on their mother until the first moult and then live alone.',
    group: 'Insects, spiders and other invertebrates',
    brood: 'litter',
    ...{ bodyPlan: 'arthropod', keptAs: 'animals', young: 'live litter', like: taxa.FG },
    without: REPTILE_FIGURES,
    asks: OF_BEARERS,
    figures: {
      ...staged([
        { name: 'On her back', days: [12, 7, 30], together: 60, ...around },
        {
          name: 'First instars',
          days: [150, 90, 300],
          feed: 'tiny insects',
          everyDays: [6, 4, 10],
          ...around,
        },
        { name: 'Middle instars', days: [300, 180, 600], feed: 'insects', everyDays: [9, 6, 14], ...around },
        {
          ...{ name: 'Last instars', days: [300, 180, 700], feed: 'insects', everyDays: [12, 7, 18] },
          ...{ ...around, gate: { readiness: true } },
        },
        { name: 'Breeder', days: [1500, 700, 3000], feed: 'insects', everyDays: [14, 7, 28], ...around },
      ]),
      ...OF_ARACHNIDS,
      'size.female': guess(6, 1, 25),
      'clutch.count': guess(25, 8, 60),
      'clutch.perYear': guess(0.7, 0.4, 1.2),
      'readiness.female.ageDays.cautious': guess(900, 365, 1500),
      'pairing.manner': just('introduce him in her tub, on a rough piece of bark'),
      'pairing.hoursTogether': guess(12, 2, 48),
      'pairing.lockToLaying': guess(240, 120, 500),
      'laying.signs': just('pale bands open along her sides; she eats nothing and digs in'),
      'pairing.caution': just('She may kill him: take him out once they separate.'),
      'cautions.words': just(
        'Venomous: use long forceps, never your hands, and know which doctor to call. Some species need a permit.',
      ),
    },
  }),
  wayLike({
    code: 'spider',
    plural: 'spiders',
    says: 'They spin an egg sac, which you leave with the female or take away. Spiderlings are raised singly.',
    group: 'Insects, spiders and other invertebrates',
    brood: 'sac',
    ...{ bodyPlan: 'arthropod', keptAs: 'animals', young: 'egg sac', like: taxa.FG },
    without: REPTILE_FIGURES.filter((start) => !['incubation.', 'thermal.'].includes(start)),
    asks: OF_LAYERS,
    figures: {
      'laying.signs': just('fat, off food, spins a thick sheet'),

      ...staged([
        { name: 'Out of the sac', days: [14, 7, 40], together: 300, ...around },
        {
          name: 'Spiderling',
          days: [240, 120, 500],
          feed: 'flies and pinheads',
          everyDays: [4, 3, 7],
          ...around,
        },
        { name: 'Juvenile', days: [400, 200, 900], feed: 'insects', everyDays: [7, 5, 12], ...around },
        {
          ...{ name: 'Before the last moult', days: [200, 90, 500], feed: 'insects', everyDays: [10, 7, 14] },
          ...{ ...around, gate: { readiness: true } },
        },
        { name: 'Breeder', days: [1800, 300, 5000], feed: 'insects', everyDays: [12, 7, 21], ...around },
      ]),
      ...OF_ARACHNIDS,
      'size.female': guess(15, 1, 80),
      'size.young': guess(0.005, 0.001, 0.03),
      'clutch.count': guess(150, 40, 800),
      'clutch.perYear': guess(1, 0.5, 2),
      'readiness.female.ageDays.cautious': guess(1095, 300, 2200),
      'pairing.manner': just('introduce him in her tub at dusk'),
      'pairing.hoursTogether': guess(1, 0.2, 24),
      'pairing.lockToLaying': guess(90, 20, 200),
      'incubation.method.1.name': just('left with her'),
      'incubation.method.1.argument': just('She turns it and keeps it damp.'),
      'incubation.method.2.name': just('taken away and turned by hand'),
      'incubation.method.2.argument': just('She cannot eat it, and may lay again sooner.'),
      'incubation.usualMethod': just('left with her'),
      'incubation.setPointC': guess(26, 22, 29),
      'thermal.1.days': guess(45, 25, 80),
      'pairing.caution': just('She may kill him: stay, with forceps between them.'),
      'cautions.words': just(
        'Some bite hard or flick irritating hairs: protect your eyes. Some species need a permit.',
      ),
    },
  }),
]
