import { type CohortDraft } from '@hatch-book/contract'
import {
  addDays,
  cohortProtocolOf,
  daysBetween,
  instantOfDay,
  stageDays,
  startingDocuments,
  type CohortProtocol,
  type Day,
} from '@hatch-book/core'
import type * as v from 'valibot'
import { EARLY, emerge, LATE } from './cocoons'
import { feedCohort, mistCohort } from './care'
import { sure, writerFor, type Kept } from './cohortSteps'
import type { DemoIdentity } from './identity'
import type { Chance } from './random'
import { ZONE } from './room'
import type { DemoStep } from './steps'

type Draft = v.InferInput<typeof CohortDraft>

/** As far as cohorts are lived through. */
const LIVED_UNTIL: Day = '2027-09-30'
const protocolOf = (code: string) => cohortProtocolOf(startingDocuments.find((d) => d.code === code)!)!

/** Groups that are counted rather than named: nymphs, larvae, ova, cocoons, and a box that is searched. */
export function keepCohorts(
  places: ReadonlyMap<string, string>,
  identity: DemoIdentity,
  luck: Chance,
): DemoStep[] {
  const begin = (name: string, code: string, began: Day, change: Partial<Draft>) => {
    const at = instantOfDay(began, ZONE, 9)
    const id = luck.branch(name).id(at)
    const body: Draft = {
      ...{
        id,
        name,
        protocolId: identity.protocolId(code),
        kind: 'young',
        began,
        line: '',
        generation: null,
      },
      ...{ fertilised: 'mated', origin: '', fromId: null, placeId: null, tubs: 1, litres: 5, heightMm: null },
      ...{ celsius: 25, thenC: null, thenFrom: null, hostPlant: '', ...change },
    }
    const kept: Kept = { id, name, protocol: protocolOf(code), celsius: body.celsius }
    return { kept, step: { at, act: 'cohort', body } as DemoStep }
  }
  const place = (name: string) => places.get(name) ?? null
  const mantis = begin('M1', 'MA', '2027-04-19', {
    ...{ line: 'Reed mantis', generation: 3, origin: 'ootheca of a pair bought in', placeId: place('K1') },
    ...{ tubs: 2, litres: 5, heightMm: 280 },
  })
  const box = begin('B1', 'SB', '2027-03-08', {
    ...{
      kind: 'breeding box',
      line: 'Brass beetle',
      generation: 5,
      celsius: 26,
      litres: 30,
      placeId: place('K2'),
    },
    origin: 'adults of last summer',
  })
  const larvae = begin('B2', 'SB', BOX.first, {
    ...{ celsius: 26, litres: 20, tubs: 2, fromId: box.kept.id, placeId: place('K3') },
    origin: 'out of the breeding box',
  })
  const sticks = begin('P1', 'PS', '2027-02-20', {
    ...{ line: 'Bramble stick', generation: 4, celsius: 24, litres: 45, tubs: 2, heightMm: 600 },
    ...{ hostPlant: 'bramble', placeId: place('K4'), origin: 'ova swapped with a neighbour' },
  })
  const ova = begin('P2', 'PS', '2027-02-06', {
    ...{ line: 'Bramble stick', generation: 5, celsius: 24, litres: 2, fertilised: 'not mated' },
    ...{ placeId: place('K5'), origin: 'ova of P01, who met no male' },
  })
  const moths = (name: string, { spun }: typeof EARLY) =>
    begin(name, 'AM', spun, {
      ...{ line: 'Lantern moth', generation: 2, celsius: 25, litres: 60, placeId: place('K6') },
      ...{ hostPlant: 'privet', origin: 'cocoons of one brood' },
    })
  const [early, late] = [moths('A1', EARLY), moths('A2', LATE)]
  return [
    ...[mantis, box, larvae, sticks, ova, early, late].map((c) => c.step),
    ...growUp(mantis.kept, { name: 'L1', count: 96, on: '2027-04-19', lookDays: 3 }, luck.branch('nymphs')),
    ...searchTheBox(box.kept, larvae.kept, luck.branch('box')),
    ...growUp(sticks.kept, { name: 'L1', count: 44, on: '2027-02-20', lookDays: 7 }, luck.branch('sticks')),
    ...collectOva(ova.kept, luck.branch('ova')),
    ...emerge(early.kept, EARLY, luck.branch('cocoons')),
    ...emerge(late.kept, LATE, luck.branch('late cocoons')),
    ...feedCohort(mantis.kept, 'flies and small crickets', '2027-04-20', 1, luck.branch('mantis food')),
    ...mistCohort(mantis.kept, '2027-04-21', 2, luck.branch('mantis mist')),
    ...mistCohort(sticks.kept, '2027-02-21', 1, luck.branch('stick mist')),
    ...mistCohort(ova.kept, '2027-02-07', 1, luck.branch('ova mist')),
    ...feedCohort(sticks.kept, 'bramble', '2027-02-21', 2, luck.branch('leaves')),
    ...feedCohort(box.kept, 'ripe fruit and jelly', '2027-03-09', 2, luck.branch('fruit')),
    ...feedCohort(larvae.kept, 'rotted leaf', '2027-04-01', 28, luck.branch('leaf soil')),
  ].sort((a, b) => a.at - b.at)
}

/** One that hatched or was found: when it came into each stage, and in which it was lost, if it was. */
interface Life {
  entered: { stage: number; on: number }[]
  lostIn: { stage: number; on: number } | null
}

function lifeFrom({ protocol, celsius }: Kept, stage: number, on: number, luck: Chance): Life {
  const life: Life = { entered: [{ stage, on }], lostIn: null }
  let day = on
  for (let s = stage; s < protocol.stages.length; s++) {
    const own = protocol.stages[s]!
    day += Math.max(1, luck.normal(stageDays(own, celsius), own.spreadDays))
    if (!luck.happens(own.survive)) return { ...life, lostIn: { stage: s, on: day } }
    life.entered.push({ stage: s + 1, on: day })
  }
  return life
}

/** Everybody's moults and losses, as they are seen on the days somebody looks. */
function seenOf(kept: Kept, lives: readonly Life[], from: Day, lookDays: number, luck: Chance): DemoStep[] {
  const write = writerFor(kept, luck)
  const { stages } = kept.protocol
  const steps: DemoStep[] = []
  let counted = 0
  for (let day = lookDays; addDays(from, day) <= LIVED_UNTIL; day += lookDays) {
    const seen = (on: number) => on > day - lookDays && on <= day
    const on = addDays(from, day)
    if (day - counted >= COUNT_DAYS) {
      counted = day
      steps.push(write(on, 12, 'cohort counted', { stages: membersOn(lives, stages, day) }))
    }
    stages.forEach((stage, s) => {
      const lost = lives.filter((l) => l.lostIn?.stage === s && seen(l.lostIn.on)).length
      if (lost > 0)
        steps.push(
          write(on, 10, 'lost', {
            stage: stage.name,
            count: lost,
            why: s % 2 ? 'stuck in the moult' : 'found dead',
          }),
        )
      const next = stages[s + 1]?.name
      const moulted = lives.filter(
        (l) => l.entered.some((e) => e.stage === s + 1 && seen(e.on)) && l.entered[0]!.stage <= s,
      )
      if (moulted.length === 0) return
      if (next) steps.push(write(on, 10, 'moulted on', { from: stage.name, to: next, count: moulted.length }))
      else {
        const females = moulted.filter((_l, i) => i % 2 === 0).length
        steps.push(write(on, 10, 'emerged', { females, males: moulted.length - females }))
      }
    })
  }
  return steps
}

const COUNT_DAYS = 21

/** All of them, looked through one by one: the young, and the grown as far as they came out here. */
function membersOn(lives: readonly Life[], stages: CohortProtocol['stages'], day: number) {
  const there = lives.filter((l) => l.entered[0]!.on <= day && !(l.lostIn && l.lostIn.on <= day))
  const stageOf = (l: Life) => l.entered.filter((e) => e.on <= day).at(-1)!.stage
  const grown = there.filter((l) => stageOf(l) === stages.length).length
  return Object.fromEntries(
    [
      ...stages.map((s, i) => [s.name, there.filter((l) => stageOf(l) === i).length] as const),
      ['females', Math.ceil(grown / 2)] as const,
      ['males', Math.floor(grown / 2)] as const,
    ].flatMap(([name, count]) => (count > 0 ? [[name, sure(count)]] : [])),
  )
}

function growUp(
  kept: Kept,
  { name, count, on, lookDays }: { name: string; count: number; on: Day; lookDays: number },
  luck: Chance,
): DemoStep[] {
  const stage = kept.protocol.stages.findIndex((s) => s.name === name)
  const lives = Array.from({ length: count }, () => lifeFrom(kept, stage, 0, luck))
  return [
    writerFor(kept, luck)(on, 9.5, 'cohort counted', { stages: { [name]: sure(count) } }),
    ...seenOf(kept, lives, on, lookDays, luck),
  ]
}

const BOX = {
  since: '2027-03-08',
  searchDays: 17,
  first: '2027-03-25',
  females: 9,
  males: 5,
  eggsPerDay: 0.9,
  missed: 0.08,
}

/** Every seventeenth day the box is sieved; what is found grows up in a bin of its own. */
function searchTheBox(box: Kept, larvae: Kept, luck: Chance): DemoStep[] {
  const write = writerFor(box, luck)
  const intoBin = writerFor(larvae, luck)
  const { stages } = box.protocol
  const steps: DemoStep[] = [
    write(BOX.since, 9.5, 'adults set in', { females: BOX.females, males: BOX.males }),
  ]
  const reared: Life[] = []
  let inBox: Life[] = []
  let [females, males] = [BOX.females, BOX.males]
  for (let day = 1; addDays(BOX.since, day) <= LIVED_UNTIL && females > 0; day++) {
    const laid = Math.max(
      0,
      Math.round(luck.normal(females * BOX.eggsPerDay, Math.sqrt(females * BOX.eggsPerDay))),
    )
    for (let i = 0; i < laid; i++) inBox.push(lifeFrom(box, 0, day, luck))
    if (day % BOX.searchDays !== 0) continue
    const on = addDays(BOX.since, day)
    const stageOn = (l: Life) =>
      l.lostIn && l.lostIn.on <= day ? null : l.entered.filter((e) => e.on <= day).at(-1)!
    const found = inBox.filter((l) => stageOn(l) && !luck.happens(BOX.missed))
    inBox = inBox.filter((l) => !found.includes(l))
    if (day > 90 && luck.happens(0.6)) females--
    if (day > 80 && males > 1 && luck.happens(0.5)) males--
    const of = (s: number) => found.filter((l) => stageOn(l)!.stage === s)
    const old = of(0).filter((l) => day - l.entered[0]!.on > 6).length
    const larvaeFound = Object.fromEntries(
      [1, 2, 3].flatMap((s) => (of(s).length > 0 ? [[stages[s]!.name, of(s).length]] : [])),
    )
    const heads = found
      .filter((l) => stageOn(l)!.stage > 0)
      .slice(0, 4)
      .map((l) => Math.round(luck.normal([1.2, 2.2, 3.7][stageOn(l)!.stage - 1]!, 0.08) * 10) / 10)
    steps.push(
      write(on, 11, 'searched', {
        ...{
          eggs: { young: of(0).length - old, old },
          larvae: larvaeFound,
          heads,
          adults: { females, males },
        },
        takenOut: true,
      }),
    )
    const moved = Object.fromEntries(
      [0, 1, 2, 3].flatMap((s) => (of(s).length > 0 ? [[stages[s]!.name, of(s).length]] : [])),
    )
    if (found.length > 0) steps.push(intoBin(on, 11.2, 'moved in', { from: box.id, stages: moved }))
    const since = daysBetween(BOX.since, BOX.first)
    const later = (at: { stage: number; on: number }) => ({ ...at, on: at.on - since })
    reared.push(
      ...found
        .map((l) => ({
          // What it went through before it was found is not seen in the bin.
          entered: l.entered.filter((e) => e.on > day).map(later),
          lostIn: l.lostIn && later(l.lostIn),
        }))
        .map((l, i) => ({
          ...l,
          entered: [{ stage: stageOn(found[i]!)!.stage, on: day - since }, ...l.entered],
        })),
    )
  }
  return [...steps, ...seenOf(larvae, reared, BOX.first, 7, luck)]
}

/** Ova of a female that met no male: collected each week, more than anybody wants. */
function collectOva(kept: Kept, luck: Chance): DemoStep[] {
  const write = writerFor(kept, luck)
  const steps: DemoStep[] = []
  for (let day = 7; day <= 150; day += 7) {
    const on = addDays('2027-02-06', day)
    steps.push(write(on, 16, 'eggs collected', { count: luck.whole(24, 40), mothers: 'not mated' }, 'helper'))
    if (day === 84)
      steps.push(
        write(on, 16.5, 'passed on', {
          stage: kept.protocol.unfertilised![0]!.name,
          count: 120,
          how: 'frozen',
          note: 'a week in the freezer, then away',
        }),
      )
  }
  return steps
}
