import type * as v from 'valibot'
import { route } from '../api/route'
import { touchedTogether } from '../api/topics'
import {
  CalibrationView,
  ClutchDraft,
  ClutchList,
  ClutchPage,
  EggPlacing,
  FindingList,
  HatchDraft,
  HatchPlanDraft,
  HatchPlanView,
  Hatched,
  MethodList,
  SlateBatch,
  WhatIfDraft,
  WhatIfView,
} from '.'
import { EntriesWritten, touchedByEntries } from '../log'
import { Ok, WithId } from '../common'

export const incubationApi = {
  whatIf: route({
    method: 'POST',
    path: '/api/clutches/:id/what-if',
    permission: 'read the book',
    params: WithId,
    body: WhatIfDraft,
    reply: WhatIfView,
    touches: [],
  }),
  planHatch: route({
    method: 'POST',
    path: '/api/hatch-plans',
    permission: 'read the book',
    body: HatchPlanDraft,
    reply: HatchPlanView,
    touches: [],
  }),
  finding: route({
    method: 'GET',
    path: '/api/finding',
    permission: 'read the book',
    reply: FindingList,
    reads: ['animals', 'pairings', 'clutches', 'rests', 'protocols'],
  }),
  forecasts: route({
    method: 'GET',
    path: '/api/forecasts',
    permission: 'read the book',
    reply: CalibrationView,
    reads: ['clutches', 'climate', 'protocols'],
  }),
  methods: route({
    method: 'GET',
    path: '/api/incubation-methods',
    permission: 'read the book',
    reply: MethodList,
    reads: ['clutches', 'climate', 'protocols'],
  }),
  list: route({
    method: 'GET',
    path: '/api/clutches',
    permission: 'read the book',
    reply: ClutchList,
    reads: ['clutches', 'pairings', 'animals', 'places', 'climate', 'protocols'],
    offline: true,
  }),
  page: route({
    method: 'GET',
    path: '/api/clutches/:id',
    permission: 'read the book',
    params: WithId,
    reply: ClutchPage,
    reads: ['clutches', 'pairings', 'animals', 'places', 'climate', 'protocols'],
  }),
  found: route({
    method: 'POST',
    path: '/api/clutches',
    permission: 'decide and plan',
    body: ClutchDraft,
    reply: ClutchPage,
    touches: ['clutches', 'animals', 'pairings', 'rests'],
  }),
  hatch: route({
    method: 'POST',
    path: '/api/clutches/:id/hatch',
    permission: 'write in the log',
    params: WithId,
    body: HatchDraft,
    reply: Hatched,
    touches: ['clutches', 'animals', 'cohorts', 'places'],
  }),
  placeEggs: route({
    method: 'POST',
    path: '/api/clutches/:id/cells',
    permission: 'write in the log',
    params: WithId,
    body: EggPlacing,
    reply: Ok,
    touches: ['clutches'],
  }),
  writeSlate: route({
    method: 'POST',
    path: '/api/slate',
    permission: 'write in the log',
    body: SlateBatch,
    reply: EntriesWritten,
    touches: ({ clutches, entries }: v.InferOutput<typeof SlateBatch>) =>
      touchedTogether([
        clutches.length > 0 ? ['clutches', 'animals', 'pairings', 'rests'] : [],
        touchedByEntries(entries),
      ]),
  }),
}
