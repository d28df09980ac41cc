import type { FigureDeclaration } from './declare'

/** Colonies that feed the others. */
export const COLONY_FIGURES = {
  'colony.referenceC': { label: 'Reference temperature', unit: 'C', asked: 'Colony temperature' },
  'colony.capC': { label: 'No faster above', unit: 'C' },
  'colony.femaleShare': { label: 'Share of females', unit: 'share' },
  'colony.ripeningDays': {
    label: 'Last moult to first eggs',
    unit: 'd',
  },
  'colony.eggsPerDay': { label: 'Eggs per female a day', unit: 'count' },
  'colony.layingDays': { label: 'Laying period', unit: 'd' },
  'colony.femaleDays': { label: 'Adult lifespan, female', unit: 'd' },
  'colony.maleDays': { label: 'Adult lifespan, male', unit: 'd' },
  'colony.layFullC': { label: 'Lays fully from', unit: 'C' },
  'colony.layNoneC': { label: 'Stops laying at', unit: 'C' },
  'colony.lethalLowC': { label: 'Lethal below', unit: 'C' },
  'colony.lethalHighC': { label: 'Lethal above', unit: 'C' },
  'colony.binLitres': { label: 'Bin size', unit: 'L' },
  'colony.binAdults': { label: 'Adults per full bin', unit: 'count' },
  'colony.binYoung': { label: 'Smallest young per full bin', unit: 'count' },
  'colony.takeShare': { label: 'Harvest of each size, at most', unit: 'share' },
  'colony.also': { label: 'Also', unit: 'words' },
  'colony.method.*.name': { label: 'Method {n}', unit: 'words' },
  'colony.method.*.argument': { label: 'Case for method {n}', unit: 'words' },
  'colony.method.*.task': { label: 'Method {n}: task', unit: 'words' },
  'colony.method.*.everyDays': { label: 'Method {n}: days between', unit: 'd' },
  'colony.method.*.minutes': { label: 'Method {n}: minutes each time', unit: 'count' },
  'colony.countDays': { label: 'Days between counts', unit: 'd' },
  'colony.rotateDays': { label: 'Days between new egg traps or cultures', unit: 'd' },
  'colony.throwOutDay': { label: 'Discard on day', unit: 'd' },
} as const satisfies Record<string, FigureDeclaration>
