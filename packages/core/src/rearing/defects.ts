import { DEFECT_GRADES, type BodyPlan, type Defect, type DefectGrade } from '../animals'

/** What follows from a grade; each includes those before it. */
export const CONSEQUENCES: Readonly<Record<DefectGrade, string>> = {
  note: 'nothing follows',
  slight: 'not for breeding',
  marked: 'pet only',
  severe: 'never to be sold',
}

/** What is usually looked for, by the plan of the body; any other can be written. */
export const USUAL_DEFECTS: Readonly<Record<BodyPlan, readonly string[]>> = {
  snake: [
    'kink in the spine',
    'kink in the tail',
    'eye small or missing',
    'jaw not straight',
    'navel not closed',
    'scales missing',
  ],
  lizard: [
    'kink in the spine',
    'kink in the tail',
    'tail lost',
    'toe missing',
    'eyelid not whole',
    'jaw not straight',
    'navel not closed',
  ],
  chelonian: [
    'extra plate',
    'shell not even',
    'soft shell',
    'eye small or missing',
    'beak crossed',
    'yolk not drawn in',
  ],
  frog: ['weak front legs', 'leg missing', 'eye missing', 'back not straight'],
  salamander: ['toe missing', 'gill bitten', 'tail bitten', 'back not straight'],
  arthropod: ['leg missing', 'wing crumpled', 'feeler missing', 'moult stuck'],
}

const rank = (grade: DefectGrade) => DEFECT_GRADES.indexOf(grade)

/** The gravest grade of some defects; null for none. */
export function worstGrade(defects: readonly { grade: DefectGrade }[]): DefectGrade | null {
  return defects.reduce<DefectGrade | null>(
    (worst, { grade }) => (worst === null || rank(grade) > rank(worst) ? grade : worst),
    null,
  )
}

export type Purpose = 'breeder' | 'holdback' | 'growing on' | 'for sale' | 'pet only'

/**
 * Whether an animal with these defects may be kept for a purpose.
 * @returns why not, in words that name the defect; null where it may
 */
export function purposeFault(purpose: Purpose, defects: readonly Defect[]): string | null {
  const barring = defects.filter((d) => {
    const grave = rank(d.grade)
    if (purpose === 'breeder' || purpose === 'holdback') return grave >= rank('slight')
    if (purpose === 'for sale') return grave >= rank('marked')
    if (purpose === 'pet only') return grave >= rank('severe')
    return false
  })
  const worst = worstGrade(barring)
  if (!worst) return null
  const named = barring.find((d) => d.grade === worst)!
  return `${named.defect}, ${named.grade}: ${CONSEQUENCES[named.grade]}`
}

/**
 * What the price becomes: less with a defect, and none for one that is never to be sold.
 * @param shares of the price, for a slight and a marked defect
 * @returns null where it may not be sold
 */
export function priceWith(
  price: number,
  defects: readonly { grade: DefectGrade }[],
  shares: { priceSlight: number; priceMarked: number },
): number | null {
  const worst = worstGrade(defects)
  if (worst === 'severe') return null
  if (worst === 'marked') return Math.round(price * shares.priceMarked)
  if (worst === 'slight') return Math.round(price * shares.priceSlight)
  return price
}
