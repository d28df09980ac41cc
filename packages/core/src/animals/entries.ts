import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { DaySchema, Id, Line, Note, Share, remark } from '../values'
import { DEFECT_GRADES, OUTLINE_VIEWS } from './defect'

export const SEXES = ['female', 'male', 'unknown'] as const
/** How an animal has a trait: to be seen, unseen but carried, or not at all. */
export const CARRIES = ['shows', 'carries', 'without'] as const

const percent = (share: number) => Math.round(share * 100)

export const ENTRIES_OF_ANIMALS = [
  defineEntry({
    kind: 'sexed',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ sex: v.picklist(SEXES), certainty: Share, method: Line(60), ...remark }),
    says: ({ sex, certainty, method }) => `sexed ${sex}, ${percent(certainty)} % sure, ${method}`,
  }),
  defineEntry({
    kind: 'moved',
    subject: 'animal',
    by: 'helper',
    touches: ['places'],
    payload: v.object({
      placeId: Id,
      /** Why it shares a tub against the rules, where it does. */
      despite: v.optional(Line(200)),
      ...remark,
    }),
    says: ({ despite }) => `moved${despite ? `, to share a tub although it should not: ${despite}` : ''}`,
  }),
  defineEntry({
    kind: 'problem found',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ problem: Line(120), ...remark }),
    says: ({ problem }) => `problem: ${problem}`,
  }),
  defineEntry({
    kind: 'problem over',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ problem: Line(120), ...remark }),
    says: ({ problem }) => `over: ${problem}`,
  }),
  defineEntry({
    kind: 'quarantined',
    subject: 'animal',
    by: 'keeper',
    payload: v.object({ until: DaySchema, ...remark }),
    says: ({ until }, figures) => `quarantine until ${figures.day(until)}`,
  }),
  defineEntry({
    kind: 'died',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ cause: v.optional(Note), ...remark }),
    says: ({ cause }) => `died${cause ? `: ${cause}` : ''}`,
  }),
  defineEntry({
    kind: 'noted',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ text: Line(4000) }),
    says: ({ text }) => text,
  }),
  defineEntry({
    kind: 'trait',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      trait: Line(60),
      carries: v.picklist(CARRIES, 'choose whether it shows the trait, carries it, or is without it'),
      certainty: v.optional(Share, 1),
      copies: v.optional(v.picklist([1, 2], 'one copy, or two')),
      odds: v.optional(
        v.pipe(
          v.array(Share),
          v.length(3, 'write three chances: no copy, one copy, two copies'),
          v.check(
            (odds) => Math.abs(odds.reduce((a, b) => a + b, 0) - 1) < 1e-6,
            (issue) =>
              `these chances add up to ${Math.round((issue.input as number[]).reduce((a, b) => a + b, 0) * 1000) / 10} %, not 100 %`,
          ),
        ),
      ),
      score: v.optional(v.number('a score is a number')),
      ...remark,
    }),
    says: ({ trait, carries, certainty, copies, odds, score }) =>
      odds
        ? `${trait}: no copy, one, two with ${odds.map(percent).join(' / ')} %`
        : `${carries === 'without' ? 'does not carry' : carries} ${copies === 2 ? 'two copies of ' : ''}${trait}${score === undefined ? '' : ` ${score}`}${certainty < 1 ? `, ${percent(certainty)} % sure` : ''}`,
  }),
  defineEntry({
    kind: 'merged',
    subject: 'animal',
    by: 'keeper',
    act: true,
    once: true,
    payload: v.object({
      mergedId: Id,
      tag: v.string(),
      /** What was moved over, so that it can be put back. */
      moved: v.record(v.string(), v.array(Id)),
    }),
    says: ({ tag }) => `merged with the record of ${tag}`,
  }),
  defineEntry({
    kind: 'permit noted',
    subject: 'animal',
    by: 'keeper',
    payload: v.object({
      name: Line(80),
      number: Line(80),
      until: v.optional(v.nullable(DaySchema), null),
      ...remark,
    }),
    says: ({ name, number, until }, figures) =>
      `paper: ${name} ${number}${until ? `, until ${figures.day(until)}` : ''}`,
  }),
  defineEntry({
    kind: 'defect found',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      defect: Line(80),
      grade: v.picklist(DEFECT_GRADES, 'a defect is graded note, slight, marked or severe'),
      view: v.picklist(OUTLINE_VIEWS),
      x: Share,
      y: Share,
      ...remark,
    }),
    says: ({ defect, grade }) => `defect: ${defect}, ${grade}`,
  }),
] as const
