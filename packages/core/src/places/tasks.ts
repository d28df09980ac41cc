import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_PLACES = [
  defineTask({
    kind: 'replace',
    on: ['place'],
    one: 'part to replace',
    many: 'parts to replace',
    short: 'replace',
    turn: 'the rest',
    settles: [
      {
        ...{
          key: 'F',
          says: ({ equipment }) => `new ${equipment ?? 'one'} fitted`,
          writes: 'equipment fitted',
          usual: true,
        },
        payload: ({ equipment = 'equipment', device = 'other', replaceDays }) => ({
          ...{ equipment, kind: device },
          ...(replaceDays !== undefined && { replaceDays }),
        }),
      },
    ],
  }),
] as const
