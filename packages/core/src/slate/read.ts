import type { CstNode } from 'chevrotain'
import { addDays, isDay, type Day } from '../calendar'
import type { SaidOf } from '../log'
import { toCelsius, type Say } from '../quantities'
import { CONDITION_SCORES, WEIGHT_CONTEXTS } from '../weighing/entries'
import { BODY_SIZES, sizeInWords } from '../weighing/sizes'
import { lastDayOfYear, lastWeekday } from './dates'
import { nodesOf, one, tokensOf, Unreadable } from './nodes'
import type { SlateEntry, SlateSaying } from './saying'
import { targetsOf, type Written } from './targets'
import { SIZES_BY_WORD } from './tokens'

const figure = (image: string) => Number.parseFloat(image.replace(',', '.'))
const GRAMS = { kg: 1000, g: 1, mg: 0.001, oz: 28.349523125 } as const
const rounded = (n: number) => Math.round(n * 1e6) / 1e6

export function gramsOf(image: string): number {
  const unit = /(kg|mg|g|oz)$/i.exec(image)![1]!.toLowerCase() as keyof typeof GRAMS
  return rounded(figure(image) * GRAMS[unit])
}
const mmOf = (image: string) => rounded(figure(image) * (/cm$/i.test(image) ? 10 : 1))
const celsiusOf = (image: string) => (/F$/i.test(image) ? rounded(toCelsius(figure(image))) : figure(image))

function dayOf(when: CstNode | undefined, today: Day): { on: Day; at: string | null } {
  const at = one(when, 'Clock')?.image.padStart(5, '0') ?? null
  const day = nodesOf(when, 'day')[0]
  if (!day) return { on: today, at }
  if (one(day, 'Yesterday')) return { on: addDays(today, -1), at }
  const weekday = one(day, 'Weekday')
  if (weekday) return { on: lastWeekday(weekday.image, today), at }
  const iso = one(day, 'IsoDay')
  if (iso) {
    if (!isDay(iso.image)) throw new Unreadable(`${iso.image} is no day`, iso)
    if (iso.image > today) throw new Unreadable(`${iso.image} has not come yet`, iso)
    return { on: iso.image, at }
  }
  const number = one(day, 'Number')
  if (!number) return { on: today, at }
  if (one(day, 'Ago')) return { on: addDays(today, -figure(number.image)), at }
  const month = one(day, 'Month')!
  const on = lastDayOfYear(figure(number.image), month.image, today)
  if (!on) throw new Unreadable(`${number.image} ${month.image} is no day`, number)
  return { on, at }
}

type Said = SlateSaying & { says: string }
const MOULTED: Said = { kind: 'moulted', payload: {}, says: 'moulted' }
const wordsOf = (node: CstNode, ...names: string[]) =>
  names
    .flatMap((n) => tokensOf(node, n))
    .sort((a, b) => a.startOffset - b.startOffset)
    .map((t) => t.image)
    .join(' ')

const CLAUSES: Record<string, (node: CstNode, say: Say) => Said> = {
  weighing: (node, say) => {
    const weight = one(node, 'Weight')
    const number = one(node, 'Number')
    if (!weight && number) throw new Unreadable(`${number.image} what? Write ${number.image}g`, number)
    const grams = gramsOf(weight!.image)
    if (!(grams > 0)) throw new Unreadable('a weight is more than 0', weight)
    const word = one(node, 'Gut')?.image.toLowerCase().replace('full', 'fed')
    const context = WEIGHT_CONTEXTS.find((c) => c === word)
    return {
      kind: 'weighed',
      payload: { grams, ...(context && { context }) },
      says: `weighs ${say.gramsExact(grams)}${context ? `, ${context}` : ''}`,
    }
  },
  meal: (node) => {
    const outcome = one(node, 'Ate')
      ? 'taken'
      : one(node, 'Refused')
        ? 'refused'
        : one(node, 'Offered')
          ? 'offered'
          : 'brought up'
    const prey = [one(node, 'Number')?.image, wordsOf(node, 'Word')].filter(Boolean).join(' ')
    const weight = one(node, 'Weight')
    const supplement = one(node, 'Supplement')?.image
    const exact = supplement && { ca: 'Ca', cad: 'CaD', mv: 'MV' }[supplement.toLowerCase()]
    return {
      kind: 'meal',
      payload: {
        outcome,
        ...(prey && { prey }),
        ...(weight && { grams: gramsOf(weight.image) }),
        ...(exact && { supplement: exact }),
      },
      says: `${outcome === 'taken' ? 'ate' : outcome === 'offered' ? 'was offered' : outcome}${prey ? ` ${prey}` : ''}${exact ? ` with ${exact}` : ''}`,
    }
  },
  shedding: (node): Said =>
    one(node, 'InShed')
      ? { kind: 'going into shed', payload: {}, says: 'is going into shed' }
      : one(node, 'Pieces')
        ? { kind: 'shed', payload: { whole: false }, says: 'shed in pieces' }
        : { kind: 'shed', payload: { whole: true }, says: 'shed whole' },
  seen: (node) => {
    const kinds = {
      Droppings: 'droppings',
      Misted: 'misted',
      Cleaned: 'cleaned',
      Soiled: 'soiled',
      Watered: 'water changed',
    } as const
    const name = Object.keys(node.children)[0] as keyof typeof kinds
    return { kind: kinds[name], payload: {}, says: kinds[name] }
  },
  move: (node) => {
    const place = one(node, 'Tag')!.image
    return { kind: 'moved', payload: { place }, says: `moved to ${place}` }
  },
  sexing: (node) => {
    const sex = one(node, 'Sex')!.image.toLowerCase().startsWith('f') ? 'female' : 'male'
    return { kind: 'sexed', payload: { sex }, says: `sexed ${sex}` }
  },
  measuring: (node) => {
    const score = one(node, 'Condition') && one(node, 'Number')
    if (score) {
      const condition = CONDITION_SCORES.find((c) => c === figure(score.image))
      if (condition === undefined)
        throw new Unreadable('a condition score runs from 1 to 5 in half steps', score)
      return { kind: 'condition', payload: { condition }, says: `condition ${condition}` }
    }
    const mm = mmOf(one(node, 'Length')!.image)
    const [size] = nodesOf(node, 'size')
    const of = SIZES_BY_WORD.find(([token]) => size && one(size, token.name))?.[1] ?? 'length'
    return {
      kind: 'measured',
      payload: { [BODY_SIZES[of].field]: mm } as SaidOf<'measured'>,
      says: sizeInWords(of, mm),
    }
  },
  trouble: (node) => {
    const words = wordsOf(node, 'Word')
    if (one(node, 'Died'))
      return { kind: 'died', payload: words ? { cause: words } : {}, says: words ? `died: ${words}` : 'died' }
    return one(node, 'Over')
      ? { kind: 'problem over', payload: { problem: words }, says: `problem over: ${words}` }
      : { kind: 'problem found', payload: { problem: words }, says: `problem: ${words}` }
  },
  pairing: (node) => {
    const name = Object.keys(node.children).find((n) => n !== 'Minutes')!
    const kind = OF_PAIRS.find((k) => k === name.toLowerCase())!
    const minutes = one(node, 'Minutes')
    if (kind === 'locked' && minutes) {
      const lasted = figure(minutes.image)
      return { kind, payload: { minutes: lasted }, says: `${kind} for ${lasted} min` }
    }
    return { kind, payload: {}, says: kind } as Said
  },
  laying: (node) => {
    const numbers = tokensOf(node, 'Number').sort((a, b) => a.startOffset - b.startOffset)
    const bad = one(node, 'Bad') ? figure(numbers.at(-1)!.image) : 0
    const eggs = numbers.length > (one(node, 'Bad') ? 1 : 0) ? figure(numbers[0]!.image) : null
    if (eggs !== null && bad > eggs) throw new Unreadable(`${bad} bad of ${eggs}?`, numbers.at(-1)!)
    return {
      kind: 'laid',
      payload: { ...(eggs !== null && { eggs }), ...(bad > 0 && { bad }) },
      says: `laid${eggs !== null ? ` ${eggs}` : ''}${bad > 0 ? `, ${bad} of them bad` : ''}`,
    }
  },
  warmth: (node, { celsiusBrief: told }) => {
    const [read, ...extremes] = tokensOf(node, 'Warmth').sort((a, b) => a.startOffset - b.startOffset)
    const celsius = celsiusOf(read!.image)
    // What a thermometer shows is no order to the dial.
    if (one(node, 'SetTo')) {
      if (extremes.length > 0) throw new Unreadable('give one temperature to set it to', extremes[0]!)
      return { kind: 'set point', payload: { celsius }, says: `set to ${told(celsius)}` }
    }
    if (extremes.length === 0)
      return { kind: 'thermometer read', payload: { celsius }, says: `shows ${told(celsius)}` }
    if (extremes.length !== 2)
      throw new Unreadable('write one temperature, or three: now, lowest, highest', extremes[0]!)
    const [lowC, highC] = extremes.map((t) => celsiusOf(t.image)).sort((a, b) => a - b)
    if (celsius < lowC! || celsius > highC!)
      throw new Unreadable(
        `${told(celsius)} now, but between ${told(lowC!)} and ${told(highC!)} so far?`,
        read!,
      )
    return {
      kind: 'thermometer read',
      payload: { celsius, lowC: lowC!, highC: highC! },
      says: `shows ${told(celsius)}, between ${told(lowC!)} and ${told(highC!)} since it was set back`,
    }
  },
  numbers: (node): Said => {
    const kinds = {
      Counted: 'counted',
      Moulted: 'moulted on',
      Lost: 'lost',
      Emerged: 'emerged',
      FedOff: 'fed off',
      Collected: 'eggs collected',
    } as const
    const name = Object.keys(node.children).find((n) => n !== 'share') as keyof typeof kinds
    const shares = nodesOf(node, 'share').map((s) => {
      const [low, high = low] = tokensOf(s, 'Number').map((t) => figure(t.image))
      const of = wordsOf(s, 'Stage', 'Word', 'Eggs', 'Sex')
      if (low! > high!)
        throw new Unreadable(`${low} to ${high}: from the smaller to the greater`, one(s, 'Number'))
      if (!Number.isInteger(low) || !Number.isInteger(high))
        throw new Unreadable('whole animals', one(s, 'Number'))
      return { of, low: low!, high: high! }
    })
    if (shares.length === 0 && name === 'Moulted') return MOULTED
    if (shares.length === 0) throw new Unreadable('how many?', one(node, name))
    const told = shares.map(
      (s) => `${s.low === s.high ? s.low : `${s.low} to ${s.high}`}${s.of ? ` ${s.of}` : ''}`,
    )
    return { kind: kinds[name], payload: { shares }, says: `${kinds[name]} ${told.join(', ')}` }
  },
  noting: (node) => {
    const text = wordsOf(node, 'Word', 'Number')
    return { kind: 'noted', payload: { text }, says: `noted: ${text}` }
  },
}

/** What is said of a pair, and of no one else. */
const OF_PAIRS = ['locked', 'introduced', 'separated', 'ignored', 'courted', 'attacked'] as const
const isOfPairs = (kind: SlateSaying['kind']) => (OF_PAIRS as readonly string[]).includes(kind)

/** The entries of one parsed line. */
export function readLine(line: CstNode, written: Written, today: Day, say: Say): SlateEntry[] {
  const target = targetsOf(nodesOf(line, 'target')[0]!, written)
  const whens = nodesOf(line, 'when')
  const days = whens.filter((w) => nodesOf(w, 'day').length > 0)
  if (days.length > 1) throw new Unreadable('two days in one line')
  const { on } = dayOf(days[0], today)
  const at = whens.map((w) => dayOf(w, today).at).find((t) => t !== null) ?? null
  const note = one(line, 'Note')
    ?.image.replace(/^(?:#|--|“|")\s*/, '')
    .replace(/["”]\s*$/, '')
    .trim()
  const said = nodesOf(line, 'clause').map((c) => {
    const [name, [node]] = Object.entries(c.children)[0] as [string, [CstNode]]
    return CLAUSES[name]!(node, say)
  })
  if (said.length === 0) {
    if (!note) throw new Unreadable(`what of ${target.tags.join(', ')}?`)
    return target.tags.map((tag) => ({
      kind: 'noted',
      tags: [tag],
      on,
      at,
      payload: { text: note },
      says: `${tag} noted: ${note}`,
    }))
  }
  const who = target.pair ? [target.tags] : target.tags.map((t) => [t])
  return said.flatMap(({ kind, payload, says }, i) => {
    if (isOfPairs(kind) !== target.pair)
      throw new Unreadable(
        target.pair
          ? `'${says}' is said of one, not of a pair`
          : `'${says}' is said of a pair: write both, such as c02+c11`,
      )
    const withNote = note && i === said.length - 1 ? { ...payload, note } : payload
    const saying = { kind, payload: withNote } as SlateSaying
    return who.map((own) => ({ ...saying, tags: own, on, at, says: `${own.join(' + ')} ${says}` }))
  })
}
