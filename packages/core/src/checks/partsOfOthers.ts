import { DROPPINGS, eyes, legs, MITES, VENT, WOUND } from './partsOfMany'
import { sign, type CheckPart } from './sign'

export const FROG: readonly CheckPart[] = [
  eyes(),
  {
    part: 'skin',
    well: 'moist, normal colour',
    signs: [
      sign(
        'red belly or legs',
        'blood poisoning, or dirty water',
        'Keep it on its own on wet paper towel with clean, dechlorinated water. Wear gloves.',
        'today',
      ),
      sign(
        'cloudy skin, or shedding too often',
        'a skin fungus, or poor water',
        'Keep it on its own. Wear gloves, and do not use disinfectant in its tub.',
        'within a day or two',
      ),
      WOUND,
    ],
  },
  {
    part: 'belly',
    well: 'flat to round',
    signs: [
      sign(
        'bloated belly',
        'fluid, eggs, or something it swallowed',
        'Check for eggs, and test the water.',
        'within a day',
      ),
      sign(
        'hips show',
        'too little food',
        'Weigh it. Feed smaller meals more often.',
        'if it does not fill out',
      ),
    ],
  },
  legs(
    'all four there, strong',
    sign(
      'thin front legs',
      'spindly leg, which young frogs do not recover from',
      'Record it as a defect under Inspection.',
      'if it cannot stand; a vet can put it to sleep without pain',
    ),
  ),
  {
    part: 'movement',
    well: 'sits up, turns itself over',
    signs: [
      sign(
        'cannot turn itself over',
        'weakness, overheating or nerve damage',
        'Check the temperature. Give shallow water only.',
        'today',
      ),
    ],
  },
  VENT,
  DROPPINGS,
]

export const SALAMANDER: readonly CheckPart[] = [
  eyes(),
  {
    part: 'skin',
    well: 'moist, normal colour, no sores',
    signs: [
      sign(
        'sores or dark spots',
        'a skin fungus that kills salamanders and spreads',
        'Keep it away from all others. Wear gloves and wash everything before the next tub.',
        'within a day; until then no animal leaves the room',
      ),
      sign(
        'stuck shed',
        'air that is too dry, or illness',
        'Give it damp moss and check again tomorrow.',
        'if it stays',
      ),
      WOUND,
    ],
  },
  {
    part: 'gills',
    well: 'full and red, or absorbed on land',
    signs: [
      sign(
        'pale or bitten gills',
        'poor water, or bites',
        'Change part of the water and keep it alone.',
        'if they get worse',
      ),
    ],
  },
  legs(
    'all toes there',
    sign(
      'toe or foot bitten',
      'bites from hungry tub mates',
      'Keep it alone and feed more often.',
      'if it swells',
    ),
  ),
  {
    part: 'belly',
    well: 'round, hips covered',
    signs: [
      sign('bloated belly', 'fluid, or a large meal', 'Give cool, clean, shallow water.', 'within a day'),
      sign('hips show', 'too little food', 'Feed it alone.', 'if it does not fill out'),
    ],
  },
  VENT,
  DROPPINGS,
]

export const ARTHROPOD: readonly CheckPart[] = [
  {
    part: 'body',
    well: 'full, hard and dry',
    signs: [
      sign(
        'shrunken abdomen',
        'thirst or hunger',
        'Give water first, then small food.',
        'if it does not fill out',
      ),
      sign(
        'wet spot or leak',
        'an injury from a fall or a bad moult',
        'Do not disturb it, and take out live prey.',
        'if the leak does not stop',
      ),
    ],
  },
  {
    part: 'legs',
    well: 'all there, firm grip',
    signs: [
      sign(
        'leg or feeler missing',
        'a moult or a fight',
        'Do not disturb it. It may grow back at the next moult.',
        'only if it stops eating',
      ),
      sign(
        'falls or curls its legs',
        'thirst, old age, poison, or it is about to moult',
        'Give water and do not handle it. Check whether anyone used a spray nearby.',
        'if it does not recover',
      ),
    ],
  },
  {
    part: 'moult',
    well: 'old skin off',
    signs: [
      sign(
        'stuck in its moult',
        'air that is too dry, or being disturbed',
        'Raise the humidity. Do not touch it, and take out live prey.',
        'if it is still stuck tomorrow',
      ),
    ],
  },
  {
    part: 'mouthparts',
    well: 'clean, and it takes food',
    signs: [
      sign(
        'mould or slime at the mouth',
        'parasitic worms, or an infection',
        'Keep it well away from all others, with tools of its own.',
        'if it does not recover',
      ),
    ],
  },
  { part: 'mites', well: 'none', signs: [MITES] },
]
