import {
  declarationOf,
  type FigureSetting,
  type FigureUnit,
  type ProtocolFigure,
  type WayOfLife,
} from '../protocols'
import {
  durationInWords,
  durationsInWords,
  MASS_UNITS,
  readDuration,
  readMass,
  readNumber,
  readTemperature,
  toFahrenheit,
  type BookUnits,
} from '../quantities'

type Read = { value: number | null } | { says: string }

/** Units and words that may stand behind a count, a length or a volume. */
const isUnit = (word: string) => /^(?:l|litres?|liters?|mm|eggs?|young|a day)?$/i.test(word.trim())

/** One figure of an answer. */
function readOne(typed: string, unit: FigureUnit, units: BookUnits): Read {
  switch (unit) {
    case 'd':
      return readDuration(typed)
    case 'g':
      return readMass(typed, units.weightUnit)
    case 'C':
      return readTemperature(typed, units.temperatureUnit)
    case 'share': {
      const number = readNumber(typed.replace('%', ''))
      return number === null
        ? { says: `'${typed}' is not a share: write it as 85 %` }
        : { value: number / 100 }
    }
    default: {
      const number = readNumber(
        typed.slice(0, typed.length - (isUnit(behind(typed)) ? behind(typed).length : 0)),
      )
      return number === null ? { says: `'${typed.slice(0, 30)}' is not a figure` } : { value: number }
    }
  }
}

const hasDigit = (text: string) => /\d/.test(text)

/** Both ends of `4–20`, `4 - 20`, `4 to 20`; null where it is one figure. A dash before the first figure is a minus. */
function endsOf(text: string): [first: string, last: string] | null {
  const lower = text.toLowerCase()
  for (let i = 1; i < text.length - 1; i++) {
    const length = '–—-'.includes(text[i]!) ? 1 : lower.startsWith(' to ', i) ? 4 : 0
    if (length === 0) continue
    const [first, last] = [text.slice(0, i).trim(), text.slice(i + length).trim()]
    if (hasDigit(first) && hasDigit(last)) return [first, last]
  }
  return null
}

/** What stands behind the last digit, such as ` g` or ` years`. */
function behind(text: string): string {
  let at = text.length
  while (at > 0 && !hasDigit(text[at - 1]!)) at--
  return text.slice(at)
}

/**
 * Reads what a keeper answers: a figure, or from which to which, in the book's units or with others behind it: `3 years`, `310 g`,
 * `4 to 20`, `26-28 °C`.
 * @returns null where nothing is answered, or 'don't know'
 */
export function readAnswer(
  typed: string,
  unit: FigureUnit,
  units: BookUnits,
): { setting: FigureSetting | null } | { says: string } {
  const text = typed.trim().slice(0, 80)
  if (text === '' || /^(?:\?|-|don['’]?t know|unknown|not sure)$/i.test(text)) return { setting: null }
  if (unit === 'words') return { setting: { value: text, low: null, high: null } }
  const ends = endsOf(text)
  if (!ends) {
    const read = readOne(text, unit, units)
    if ('says' in read) return read
    return { setting: read.value === null ? null : { value: read.value, low: null, high: null } }
  }
  const [first, last] = ends
  const low = readOne(behind(first) === '' ? first + behind(last) : first, unit, units)
  const high = readOne(last, unit, units)
  if ('says' in low) return low
  if ('says' in high) return high
  if (low.value === null || high.value === null) return { setting: null }
  if (low.value > high.value) return { says: 'put the smaller figure first' }
  const middle = (low.value + high.value) / 2
  const value =
    unit === 'count' && Number.isInteger(low.value) ? Math.round(middle) : Number(middle.toPrecision(4))
  return { setting: { value, low: low.value, high: high.value } }
}

const plain = (value: number) => String(Number(value.toPrecision(3)))

/** A figure as its keeper would type it, in the book's units. */
export function figureTyped(value: number | string, unit: FigureUnit, units: BookUnits): string {
  if (typeof value === 'string') return value
  switch (unit) {
    case 'd':
      return durationInWords(value)
    case 'g':
      return units.weightUnit === 'oz' ? `${plain(value / MASS_UNITS.oz)} oz` : `${plain(value)} g`
    case 'C':
      return units.temperatureUnit === 'F' ? `${plain(toFahrenheit(value))} °F` : `${plain(value)} °C`
    case 'share':
      return `${plain(value * 100)} %`
    case 'L':
      return `${plain(value)} L`
    default:
      return plain(value)
  }
}

/** From which to which a figure lies, such as `4–20 g`; the figure alone where it has no range. */
export function rangeTyped(
  { value, low, high, unit }: Omit<ProtocolFigure, 'label' | 'confidence'>,
  units: BookUnits,
) {
  if (low === null || high === null || low === high) return figureTyped(value, unit, units)
  if (unit === 'd') return durationsInWords(low, high)
  const [from, to] = [figureTyped(low, unit, units), figureTyped(high, unit, units)]
  const isSame = behind(to).replace(/s$/, '') === behind(from).replace(/s$/, '')
  return isSame ? `${from.slice(0, from.length - behind(from).length)}–${to}` : `${from} to ${to}`
}

const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1)

/** How a figure is asked for of a species of a way of life, as one would say it of that kind. */
export function questionOf(
  key: string,
  way: Pick<WayOfLife, 'brood' | 'keptAs'>,
  figures: Readonly<Record<string, ProtocolFigure>>,
): string {
  const declared = declarationOf(key)
  const { brood } = way
  const bears = brood === 'litter'
  const list = /^(.*?\.\d+)\./.exec(key)?.[1]
  return (declared?.asked ?? declared?.label ?? key)
    .replace('{clutch}', brood)
    .replace('{Clutches}', `${capital(brood)}${brood === 'clutch' ? 'es' : 's'}`)
    .replace('{Eggs}', bears ? 'Young' : 'Eggs')
    .replace('{laying}', bears ? 'birth' : 'laying')
    .replace('{Newborn}', bears ? 'Newborn' : 'Hatchling')
    .replace('{Side}', figures['stage.1.coolC'] || figures['stage.2.coolC'] ? 'Warm side' : 'Temperature')
    .replace('{Warmth}', way.keptAs === 'animals' ? 'Incubation temperature' : 'Temperature')
    .replace('{Name}', capital(String(figures[`${list}.name`]?.value ?? 'step').toLowerCase()))
}
