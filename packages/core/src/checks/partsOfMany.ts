import { sign, type BodySign, type CheckPart } from './sign'

export const NOSE: CheckPart = {
  part: 'nose',
  well: 'dry and clear',
  signs: [
    sign(
      'bubbles or slime at the nose',
      'a chest infection, often from being too cold or too damp',
      'Make sure its tub is warm enough. Keep it dry and on its own.',
      'within a day or two; today if it breathes with its mouth open',
    ),
    sign(
      'crust on the nose',
      'dried discharge, or rubbing against the tub',
      'Wipe it off with a damp cloth and check again tomorrow.',
      'if it comes back',
    ),
  ],
}
export const BREATHING: CheckPart = {
  part: 'breathing',
  well: 'silent, mouth shut',
  signs: [
    sign(
      'wheezing, or an open mouth',
      'a chest infection, or overheating',
      'Check the temperature first. Keep it quiet and on its own.',
      'today',
    ),
  ],
}
export const DROPPINGS: CheckPart = {
  part: 'droppings',
  well: 'firm, with white or clear urates',
  signs: [
    sign(
      'runny droppings',
      'food it could not digest, stress or worms',
      'Clean the tub and give fresh water. Keep a sample in the fridge.',
      'if it lasts more than two days, or if there is blood',
    ),
    sign(
      'worms or blood in the droppings',
      'parasites or an injured gut',
      'Keep it on its own, and keep a sample in the fridge.',
      'within a day; take the sample with you',
    ),
    sign(
      'no droppings for a long time',
      'cold, thirst or a blockage',
      'Check the temperature. Give it a lukewarm bath if the species takes baths.',
      'if it strains or swells',
    ),
  ],
}
export const WEIGHT: CheckPart = {
  part: 'weight in hand',
  well: 'heavy and firm for its size',
  signs: [
    sign(
      'light for its size',
      'too little food, or the wrong food',
      'Weigh it and check how well it has been eating.',
      'if it keeps losing weight',
    ),
    sign(
      'heavy and limp',
      'fat, eggs or fluid',
      'Weigh it and feel for eggs, gently.',
      'if the belly is tight or it breathes hard',
    ),
  ],
}
export const VENT: CheckPart = {
  part: 'vent',
  well: 'clean and closed',
  signs: [
    sign(
      'soiled or swollen vent',
      'runny droppings, or a blockage',
      'Clean it with lukewarm water and check the droppings.',
      'if it swells or strains',
    ),
    sign(
      'something hanging out of the vent',
      'a prolapse',
      'Keep it moist and clean, and do not push it back in. Keep the animal alone.',
      'today',
    ),
  ],
}
export const MITES = sign(
  'mites',
  'parasites: small moving dots under scales, round the eyes or in the water',
  'Keep it on its own on paper towel. Wash your hands before the next tub.',
  'before you treat it: some mite treatments kill some species',
)
export const WOUND = sign(
  'a wound',
  'a bite, a burn, or something sharp in the tub',
  'Keep it on its own on paper towel with clean water. Find out what hurt it.',
  'if the wound is deep, swollen or smells',
)
export const MOUTH: CheckPart = {
  part: 'mouth',
  well: 'shut, pale pink inside',
  signs: [
    sign('red or cheesy gums', 'a mouth infection', 'Keep the tub clean and warm enough.', 'within a day'),
    sign(
      'mouth will not close',
      'swelling, an injury or a weak jaw',
      'Find out why. Offer small meals only.',
      'within a day',
    ),
  ],
}
export const eyes = (...more: BodySign[]): CheckPart => ({
  part: 'eyes',
  well: 'open, clear and full',
  signs: [
    ...more,
    sign(
      'sunken eyes',
      'thirst, or long illness',
      'Give fresh water, and a lukewarm bath if the species takes baths. Check the humidity.',
      'if they still look sunken after two days',
    ),
    sign(
      'swollen or closed eyes',
      'an infection, something in the eye, or not enough vitamin A',
      'Give clean water. Keep dust and bright light away.',
      'within a day or two',
    ),
  ],
})
export const legs = (well: string, ...more: BodySign[]): CheckPart => ({
  part: 'legs and toes',
  well,
  signs: [
    ...more,
    sign(
      'swollen or weak leg',
      'an injury, an infection, or not enough calcium',
      'Stop it from climbing. Check its calcium and UV light.',
      'within a few days; at once if it trembles',
    ),
  ],
})
export const STUCK_TOES = sign(
  'stuck shed on toes or tail tip',
  'air that is too dry',
  'Soak it in lukewarm water, then roll the skin off gently. Raise the humidity.',
  'if a toe is dark or swollen',
)
