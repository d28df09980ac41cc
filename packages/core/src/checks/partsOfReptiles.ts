import {
  BREATHING,
  DROPPINGS,
  eyes,
  legs,
  MITES,
  MOUTH,
  NOSE,
  STUCK_TOES,
  VENT,
  WEIGHT,
  WOUND,
} from './partsOfMany'
import { sign, type CheckPart } from './sign'

export const SNAKE: readonly CheckPart[] = [
  eyes(
    sign(
      'stuck eye cap',
      'a shed while the air was too dry',
      'Raise the humidity until the next shed. Do not try to pull it off.',
      'if it is still there after the next shed',
    ),
  ),
  NOSE,
  MOUTH,
  BREATHING,
  {
    part: 'skin',
    well: 'smooth and whole',
    signs: [
      sign(
        'stuck shed',
        'air that is too dry',
        'Give it a damp hide for a day, then check again.',
        'if it does not come off',
      ),
      sign(
        'blisters or brown belly scales',
        'bedding that is too wet or dirty',
        'Clean the tub and give dry bedding.',
        'within a few days',
      ),
      MITES,
      WOUND,
    ],
  },
  {
    part: 'body',
    well: 'rounded, spine straight and well covered',
    signs: [
      sign(
        'spine sticking out',
        'too little food, or illness',
        'Weigh it and check how well it has been eating.',
        'if it keeps losing weight',
      ),
      sign(
        'lump',
        'food, eggs, a blockage or a growth',
        'Check when it last ate and last passed droppings. Write down where the lump is.',
        'if it is hard, grows or does not go away',
      ),
      sign(
        'kink',
        'a defect from the egg, or an injury',
        'Record it as a defect under Inspection.',
        'if it is new',
      ),
    ],
  },
  VENT,
  DROPPINGS,
  WEIGHT,
]

export const LIZARD: readonly CheckPart[] = [
  eyes(),
  NOSE,
  {
    part: 'mouth',
    well: 'shut, jaw firm and straight',
    signs: [
      ...MOUTH.signs,
      sign(
        'soft or swollen jaw',
        'not enough calcium or UV',
        'Give calcium with the next meal. Check the UV lamp and the temperature.',
        'within a few days',
      ),
    ],
  },
  BREATHING,
  {
    part: 'skin',
    well: 'no wounds, no stuck shed',
    signs: [
      sign(
        'stuck shed',
        'air that is too dry',
        'Give it a damp hide for a day, then check again.',
        'if it does not come off',
      ),
      MITES,
      WOUND,
    ],
  },
  legs('all toes there, firm grip', STUCK_TOES),
  {
    part: 'tail',
    well: 'full and whole',
    signs: [
      sign(
        'thin tail',
        'it has used up its reserves',
        'Weigh it and check how well it has been eating.',
        'if it keeps losing weight',
      ),
      sign(
        'tail lost, or its tip dark',
        'fright, a bite, or stuck shed',
        'Keep it on its own on paper towel until it has healed.',
        'if the wound smells or swells',
      ),
    ],
  },
  VENT,
  DROPPINGS,
  WEIGHT,
]

export const CHELONIAN: readonly CheckPart[] = [
  eyes(),
  NOSE,
  {
    part: 'beak and mouth',
    well: 'beak short and even, mouth pink inside',
    signs: [
      sign(
        'beak too long',
        'food that is too soft',
        'Offer coarse food and cuttlebone.',
        'when it needs trimming',
      ),
      ...MOUTH.signs,
    ],
  },
  BREATHING,
  {
    part: 'shell',
    well: 'hard, even, no smell',
    signs: [
      sign(
        'soft shell',
        'not enough calcium or UV; normal in new hatchlings',
        'Check its UV lamp, and add calcium to its food.',
        'within a few days',
      ),
      sign('pits or a bad smell', 'shell rot', 'Keep it clean, dry and on its own.', 'within a few days'),
      sign(
        'raised plates',
        'growing too fast, or air that is too dry',
        'Check how fast it is growing, the humidity, and how much protein it eats.',
        'if it came suddenly',
      ),
      sign('crack or wound', 'a fall or a bite', 'Keep it clean and dry, indoors.', 'today'),
    ],
  },
  legs('strong, no wounds'),
  VENT,
  DROPPINGS,
  WEIGHT,
]
