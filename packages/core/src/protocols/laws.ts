import type { ProtocolFigure } from './document'
import { figureToSet, NO_CHECK, OF_NO_QUESTION, setBySchool } from './figures'
import { numberOfOwn, SCHOOL_QUESTIONS } from './schools'

type Figures = Readonly<Record<string, ProtocolFigure>>

/** What joins figures with each other: each may be as it likes, but not all together. */
export interface Law {
  /** What it demands, in a line. */
  name: string
  /** Faults by the key of a figure that would mend them. */
  faults(figures: Figures): { key: string; of: readonly string[]; says: string }[]
}

const numberOf = (figures: Figures, key: string): number | null => {
  const value = figures[key]?.value
  return typeof value === 'number' ? value : null
}

/** That figures stand in this order, least first; those that are not there are passed over. */
const inOrder =
  (keys: readonly string[], says: (lower: string, higher: string) => string) =>
  (figures: Figures): ReturnType<Law['faults']> => {
    const there = keys.flatMap((key) => {
      const value = numberOf(figures, key)
      return value === null ? [] : { key, value }
    })
    return there.flatMap(({ key, value }, i) => {
      const next = there[i + 1]
      return next && value > next.value
        ? { key, of: [key, next.key], says: says(figures[key]!.label, figures[next.key]!.label) }
        : []
    })
  }

/** The same of every stage. */
const ofEachStage =
  (law: (at: string) => Law['faults']): Law['faults'] =>
  (figures) =>
    Object.keys(figures).flatMap((key) => {
      const at = /^(stage\.\d+)\.name$/.exec(key)?.[1]
      return at
        ? law(at)(figures).map((fault) => ({ ...fault, says: `${figures[key]!.value}: ${fault.says}` }))
        : []
    })

const below = (lower: string, higher: string) => `'${lower}' must not be above '${higher}'`

const boldAndCautious = ['female', 'male'].flatMap((sex) =>
  ['ageDays', 'grams'].map((what): Law => {
    const key = `readiness.${sex}.${what}`
    return {
      name: 'the cautious threshold is no lower than the bold one',
      faults: inOrder(
        [`${key}.bold`, `${key}.cautious`],
        (_bold, cautious) => `${cautious}: the bold figure must not be higher`,
      ),
    }
  }),
)

const namesIn = (figures: Figures, named: RegExp) =>
  new Set(Object.entries(figures).flatMap(([key, { value }]) => (named.test(key) ? [String(value)] : [])))

/** That no two things of a list are called the same. */
const sharedNames =
  (named: RegExp, what: string): Law['faults'] =>
  (figures) => {
    const names = new Map<string, string>()
    return Object.entries(figures).flatMap(([key, { value }]) => {
      if (!named.test(key)) return []
      const name = String(value).trim().toLowerCase()
      const other = names.get(name)
      names.set(name, key)
      return other ? [{ key, of: [other, key], says: `another ${what} is called '${value}'` }] : []
    })
  }

/** The laws between figures, each checked wherever figures are typed, brought in or merged. */
export const LAWS: readonly Law[] = [
  ...boldAndCautious,
  {
    name: 'egg warnings come before lethal temperatures',
    faults: inOrder(
      [
        'incubation.lethalLowC',
        'incubation.warnLowC',
        'incubation.setPointC',
        'incubation.warnHighC',
        'incubation.lethalHighC',
      ],
      below,
    ),
  },
  {
    name: 'the rest is colder than the temperature before it',
    faults: inOrder(['cooling.alarmLowC', 'cooling.holdC', 'cooling.fromC'], below),
  },
  {
    name: 'the weight-loss warning comes before its alarm',
    faults: inOrder(['cooling.warnLoss', 'cooling.alarmLoss'], below),
  },
  {
    name: 'tub alarms lie outside the wanted temperatures',
    faults: ofEachStage((at) => inOrder([`${at}.alarmLowC`, `${at}.warmC`, `${at}.alarmHighC`], below)),
  },
  {
    name: 'the stage order lists each stage once',
    faults: (figures) => {
      const key = 'stage.order'
      const order = String(figures[key]?.value ?? '')
      if (order === '') return []
      const numbers = order.split(',').map((n) => n.trim())
      const strange = numbers.find((n) => !figures[`stage.${n}.name`])
      if (strange) return [{ key, of: [key], says: `there is no stage ${strange}` }]
      const twice = numbers.find((n, i) => numbers.indexOf(n) < i)
      return twice ? [{ key, of: [key], says: `stage ${twice} is listed twice` }] : []
    },
  },
  {
    name: 'a new stage is copied from an earlier one',
    faults: (figures) =>
      Object.entries(figures).flatMap(([key, { value }]) => {
        const [, n] = /^stage\.(\d+)\.like$/.exec(key) ?? []
        if (n === undefined) return []
        const isEarlier = Number(value) < Number(n) && figures[`stage.${value}.name`]
        return isEarlier
          ? []
          : [{ key, of: [key], says: `stage ${n} can only be copied from an earlier stage` }]
      }),
  },
  {
    name: 'stage numbers have no gaps',
    faults: (figures) => {
      let count = 0
      while (figures[`stage.${count + 1}.name`]) count++
      return Object.keys(figures).flatMap((key) => {
        const [, n] = /^stage\.(\d+)\./.exec(key) ?? []
        return n !== undefined && Number(n) > count
          ? [{ key, of: [key], says: `there is no stage ${n}; the next new stage is ${count + 1}` }]
          : []
      })
    },
  },
  {
    name: 'two checks cannot share a name',
    faults: sharedNames(/^check\.\d+\.name$/, 'check'),
  },
  {
    name: 'what asks for a check names one that there is',
    faults: (figures) => {
      const names = namesIn(figures, /^check\.\d+\.name$/)
      return Object.entries(figures).flatMap(([key, { value }]) =>
        /^(?:stage\.\d+\.gate|leaving)\.check$/.test(key) &&
        String(value) !== NO_CHECK &&
        !names.has(String(value))
          ? [{ key, of: [key], says: `there is no check called '${value}'` }]
          : [],
      )
    },
  },
  {
    name: 'two schools cannot share a name',
    faults: sharedNames(/^school\.\d+\.name$/, 'school'),
  },
  {
    name: 'a school answers a question that exists',
    faults: (figures) =>
      Object.entries(figures).flatMap(([key, { value }]) => {
        const [, n] = /^school\.(\d+)\.name$/.exec(key) ?? []
        if (n === undefined) return []
        const of = `school.${n}.of`
        const question = String(figures[of]?.value ?? '')
        const own = numberOfOwn(question)
        const isThere =
          question === OF_NO_QUESTION ||
          (own === null
            ? SCHOOL_QUESTIONS.some((q) => q.code === question)
            : figures[`school.question.${own}.asks`] !== undefined)
        return isThere ? [] : [{ key: of, of: [of, key], says: `'${value}' answers no known question` }]
      }),
  },
  {
    name: 'a school only sets figures that exist',
    faults: (figures) =>
      Object.keys(figures).flatMap((key) => {
        const set = setBySchool(key)
        return set === undefined || figureToSet(figures, set)
          ? []
          : [{ key, of: [key], says: `a school cannot set ${set}: there is no such figure` }]
      }),
  },
  {
    name: 'two stages cannot share a name',
    faults: sharedNames(/^stage\.\d+\.name$/, 'stage'),
  },
]

/** Whatever the laws find fault with. */
export const lawFaults = (figures: Figures): { key: string; of: readonly string[]; says: string }[] =>
  LAWS.flatMap((law) => law.faults(figures))
