import { MISCHIEFS, newId } from '@hatch-book/contract'
import { GRID, MASH, TUB, cohort, edition, found, winter } from './bodies'
import { GOAL, season, weatherRule, type FullBook } from './fullBook'
import { entry, noon, TODAY } from './support'

interface Call {
  /** The address, with the names of what it is about. */
  url: string
  body?: unknown
}
type Said = (f: FullBook) => Call

/**
 * One valid request for every endpoint that writes, by what a keeper might do in a full book, in an order in which each makes sense: what
 * ends something comes after what needs it.
 */
export const CALLS: Readonly<Record<string, Said>> = {
  'POST /api/animals': (f) => ({
    url: '/api/animals',
    body: {
      ...{ id: newId(), tag: 'N7', protocolId: f.book.protocols.CS, damId: f.female, sireId: f.male },
      placeId: f.tub,
    },
  }),
  'DELETE /api/messages/devices/:id': (f) => ({ url: `/api/messages/devices/${f.device}` }),
  'POST /api/places/:id/mischief': (f) => ({
    ...{ url: `/api/places/${f.incubator}/mischief`, body: { does: MISCHIEFS[0] } },
  }),
  'POST /api/pairings': (f) => ({
    url: '/api/pairings',
    body: { id: newId(), femaleId: f.otherAnimal, maleId: f.male, despite: 'the last ones' },
  }),
  'POST /api/history/:id/set-back': (f) => ({ url: `/api/history/${f.revision}/set-back`, body: {} }),
  'POST /api/animals/purpose': (f) => ({
    url: '/api/animals/purpose',
    body: { ids: [f.young], purpose: 'holdback' },
  }),
  'PATCH /api/animals/:id': (f) => ({
    url: `/api/animals/${f.otherAnimal}`,
    body: {
      ...{ version: 1, tag: 'F1 again', line: '', purpose: 'breeder', origin: '', note: 'looked at' },
      ...{ hatched: { date: '2024-06-01', precision: 'day' }, damId: null, sireId: f.male },
    },
  }),
  'POST /api/animals/:id/photos': (f) => ({
    ...{ url: `/api/animals/${f.female}/photos?view=side`, body: f.picture },
  }),
  'POST /api/animals/:id/papers': (f) => ({
    ...{ url: `/api/animals/${f.female}/papers?name=b.pdf`, body: Buffer.from('%PDF-1.4 b') },
  }),
  'POST /api/animals/:id/readings': (f) => ({ url: `/api/animals/${f.young}/readings`, body: {} }),
  'DELETE /api/photos/:id': (f) => ({ url: `/api/photos/${f.photo}` }),
  'DELETE /api/papers/:id': (f) => ({ url: `/api/papers/${f.paper}` }),
  'DELETE /api/invitations/:id': (f) => ({ url: `/api/invitations/${f.invitation}` }),
  'POST /api/members/:id/recovery': (f) => ({ url: `/api/members/${f.member}/recovery`, body: {} }),
  'PATCH /api/members/:id': (f) => ({
    ...{ url: `/api/members/${f.member}`, body: { role: 'viewer', endsOn: null } },
  }),
  'POST /api/members/:id/sign-out': (f) => ({ url: `/api/members/${f.member}/sign-out`, body: {} }),
  'POST /api/rest-plans/trial': (f) => ({
    ...{ url: '/api/rest-plans/trial', body: { id: newId(), ...winter(f.male) } },
  }),
  'POST /api/rest-plans': (f) => ({ url: '/api/rest-plans', body: { id: newId(), ...winter(f.male) } }),
  'PATCH /api/rest-plans/:id': (f) => ({
    url: `/api/rest-plans/${f.restPlan}`,
    body: { version: 1, add: [{ id: newId(), animalId: f.otherAnimal }] },
  }),
  'PATCH /api/rests/:id': (f) => ({
    ...{ url: `/api/rests/${f.restOfAnimal}`, body: { version: 1, tub: 'T4' } },
  }),
  'POST /api/rest-plans/:id/tubs': (f) => ({
    url: `/api/rest-plans/${f.restPlan}/tubs`,
    body: { tubs: [{ restId: f.restOfAnimal, tub: 'T5' }] },
  }),
  'POST /api/weather-rules': (f) => ({
    url: '/api/weather-rules',
    body: { id: newId(), ...weatherRule(f.station, [f.male]) },
  }),
  'PATCH /api/weather-rules/:id': (f) => ({
    url: `/api/weather-rules/${f.weatherRule}`,
    body: { version: 1, animalIds: [f.male] },
  }),
  'POST /api/alarms/:id/seen': (f) => ({ url: `/api/alarms/${f.alarm}/seen`, body: {} }),
  'POST /api/probes/:id/log/preview': (f) => ({
    url: `/api/probes/${f.incubator}/log/preview`,
    body: Buffer.from('time;temperature C\n2026-05-19T12:00:00Z;28\n'),
  }),
  'POST /api/probes/:id/log': (f) => ({
    url: `/api/probes/${f.incubator}/log`,
    body: Buffer.from('time;temperature C\n2026-05-19T12:00:00Z;28\n'),
  }),
  'PATCH /api/places/:id/bands': (f) => ({ url: `/api/places/${f.incubator}/bands`, body: { bands: null } }),
  'POST /api/probes/:id/calibrations': (f) => ({
    ...{ url: `/api/probes/${f.incubator}/calibrations`, body: { id: newId(), readC: 28, trueC: 28.4 } },
  }),
  'POST /api/probes/:id/token': (f) => ({ url: `/api/probes/${f.incubator}/token`, body: {} }),
  'POST /api/cohorts': (f) => ({ url: '/api/cohorts', body: { id: newId(), ...cohort(f) } }),
  'PATCH /api/cohorts/:id': (f) => ({
    ...{ url: `/api/cohorts/${f.cohort}`, body: { version: 1, placeId: f.tub } },
  }),
  'POST /api/cohorts/:id/split': (f) => ({
    url: `/api/cohorts/${f.cohort}/split`,
    body: {
      ...{ id: newId(), outId: newId(), inId: newId(), name: 'S1b', stages: { L4: 3 }, placeId: f.tub },
    },
  }),
  'POST /api/cohorts/:id/merge': (f) => ({
    url: `/api/cohorts/${f.cohort}/merge`,
    body: { intoId: f.otherCohort, outId: newId(), inId: newId(), stages: { L4: 2 } },
  }),
  'POST /api/cohorts/:id/single': (f) => ({
    url: `/api/cohorts/${f.cohort}/single`,
    body: { entryId: newId(), animalId: newId(), tag: 'PX1', stage: 'L4', placeId: f.emptyTub },
  }),
  'POST /api/colonies': (f) => ({
    url: '/api/colonies',
    body: { id: newId(), name: 'Q2', protocolId: f.protocolOf('BC'), bins: 1, celsius: 29 },
  }),
  'PATCH /api/colonies/:id': (f) => ({ url: `/api/colonies/${f.colony}`, body: { version: 1, bins: 2 } }),
  'POST /api/recipes': () => ({ url: '/api/recipes', body: { id: newId(), name: 'Jelly', ...MASH } }),
  'PATCH /api/recipes/:id': (f) => ({
    ...{ url: `/api/recipes/${f.recipe}`, body: { version: 1, name: 'Mash', ...MASH } },
  }),
  'DELETE /api/recipes/:id': (f) => ({ url: `/api/recipes/${f.recipe}` }),
  'POST /api/feeder-plans': (f) => ({
    url: '/api/feeder-plans',
    body: {
      plans: [
        {
          ...{ id: newId(), protocolId: f.protocolOf('BC'), from: '2026-06-01', until: '2026-06-14' },
          what: { kind: 'warm', colonyId: f.colony, celsius: 30 },
        },
      ],
    },
  }),
  'PATCH /api/feeder-plans/:id': (f) => ({
    ...{ url: `/api/feeder-plans/${f.feederPlan}`, body: { version: 1, settled: 'done' } },
  }),
  'POST /api/entries/trial': (f) => ({
    ...{
      url: '/api/entries/trial',
      body: { entries: [entry('noted', 'animal', f.female, { text: 'calm' })] },
    },
  }),
  'POST /api/entries': (f) => ({
    url: '/api/entries',
    body: { entries: [entry('noted', 'animal', f.female, { text: 'calm' })] },
  }),
  'PATCH /api/imports/:id': (f) => ({
    ...{ url: `/api/imports/${f.otherList}`, body: { aside: { lines: [2], aside: true } } },
  }),
  'POST /api/imports/:id/bring-in': (f) => ({ url: `/api/imports/${f.list}/bring-in`, body: {} }),
  'POST /api/imports/:id/undo': (f) => ({ url: `/api/imports/${f.list}/undo`, body: {} }),
  'DELETE /api/imports/:id': (f) => ({ url: `/api/imports/${f.otherList}` }),
  'POST /api/clutches/:id/what-if': (f) => ({
    ...{ url: `/api/clutches/${f.clutch}/what-if`, body: { from: noon(TODAY), celsius: 27 } },
  }),
  'POST /api/hatch-plans': (f) => ({
    url: '/api/hatch-plans',
    body: { clutchIds: [f.clutch, f.counted], wish: { kind: 'gathered' } },
  }),
  'POST /api/clutches': (f) => ({ url: '/api/clutches', body: found(f) }),
  'POST /api/clutches/:id/cells': (f) => ({
    ...{ url: `/api/clutches/${f.clutch}/cells`, body: { cells: [{ eggId: f.eggs[0], cell: 5 }] } },
  }),
  'POST /api/clutches/:id/recount': (f) => ({
    url: `/api/clutches/${f.litter}/recount`,
    body: {
      ...{ entryId: newId(), at: noon(TODAY), stillborn: 1, unfertilised: 0, fewer: [] },
      more: [{ animalId: newId(), tag: 'K3', grams: 17 }],
    },
  }),
  'POST /api/clutches/:id/hatch': (f) => ({
    url: `/api/clutches/${f.clutch}/hatch`,
    body: {
      at: noon(TODAY),
      young: [{ eggId: f.eggs[1], entryId: newId(), animalId: newId(), tag: 'N1', placeId: f.otherEmptyTub }],
    },
  }),
  'POST /api/slate': (f) => ({
    url: '/api/slate',
    body: { clutches: [found(f)], entries: [entry('noted', 'animal', f.male, { text: 'calm' })] },
  }),
  'POST /api/season-plans': (f) => ({
    ...{ url: '/api/season-plans', body: { id: newId(), protocolId: f.book.protocols.CS, ...season(f) } },
  }),
  'PATCH /api/season-plans/:id': (f) => ({
    ...{ url: `/api/season-plans/${f.seasonPlan}`, body: { version: 1, ...season(f) } },
  }),
  'POST /api/line-goals': (f) => ({
    ...{ url: '/api/line-goals', body: { id: newId(), protocolId: f.book.protocols.CS, ...GOAL } },
  }),
  'PATCH /api/line-goals/:id': (f) => ({
    ...{ url: `/api/line-goals/${f.goal}`, body: { version: 1, ...GOAL } },
  }),
  'PATCH /api/genes/:protocolId': (f) => ({
    url: `/api/genes/${f.book.protocols.CS}`,
    body: {
      version: 0,
      genes: {
        loci: [{ name: 'Q', linkage: 'autosome', alleles: [{ word: 'lantern-lit', mode: 'recessive' }] }],
        ...{ scores: [], links: [] },
      },
    },
  }),
  'POST /api/places': (f) => ({
    url: '/api/places',
    body: { id: newId(), kind: 'box', name: 'Box 9', parentId: f.incubator, grid: GRID },
  }),
  'POST /api/places/:id/photos': (f) => ({
    ...{ url: `/api/places/${f.tub}/photos?view=side`, body: f.picture },
  }),
  'POST /api/labels': (f) => ({ url: '/api/labels', body: { sheet: 'a4-24', placeIds: [f.tub] } }),
  'POST /api/incubators': () => ({
    url: '/api/incubators',
    body: { id: newId(), name: 'I9', setPointC: 28, shelves: 2, boxes: 2, grid: GRID },
  }),
  'POST /api/racks': () => ({
    url: '/api/racks',
    body: { id: newId(), name: 'R', prefix: 'R', roomId: null, rows: 1, columns: 2, tub: TUB },
  }),
  'PATCH /api/tubs': (f) => ({ url: '/api/tubs', body: { ids: [f.tub], tub: TUB } }),
  'POST /api/protocols/:id/trial': (f) => ({
    ...{ url: `/api/protocols/${f.book.protocols.CS}/trial`, body: edition },
  }),
  'POST /api/protocols/:id/editions': (f) => ({
    url: `/api/protocols/${f.book.protocols.CS}/editions`,
    body: { ...edition, scope: 'animal', of: f.female },
  }),
  'POST /api/contacts': () => ({ url: '/api/contacts', body: { id: newId(), name: 'Bo' } }),
  'PATCH /api/contacts/:id': (f) => ({
    ...{ url: `/api/contacts/${f.contact}`, body: { version: 1, name: 'Ines M' } },
  }),
  'POST /api/wishes': (f) => ({
    url: '/api/wishes',
    body: { id: newId(), contactId: f.contact, protocolId: f.book.protocols.CS, sex: 'male' },
  }),
  'PATCH /api/wishes/:id': (f) => ({
    ...{ url: `/api/wishes/${f.wish}`, body: { version: 1, ended: 'withdrawn' } },
  }),
  'POST /api/prices': (f) => ({
    url: '/api/prices',
    body: { id: newId(), protocolId: f.book.protocols.CS, line: 'Kiln', sex: 'either', price: 60 },
  }),
  'PATCH /api/prices/:id': (f) => ({
    ...{ url: `/api/prices/${f.price}`, body: { version: 1, price: 55 } },
  }),
  'POST /api/shares': (f) => ({
    ...{ url: '/api/shares', body: { id: newId(), kind: 'animal', animalId: f.female } },
  }),
  'POST /api/shares/:id/withdraw': (f) => ({ url: `/api/shares/${f.share}/withdraw`, body: {} }),
  'POST /api/scales/:id/awaits': (f) => ({
    ...{ url: `/api/scales/${f.scale}/awaits`, body: { animalId: f.female } },
  }),
  'DELETE /api/scales/:id': (f) => ({ url: `/api/scales/${f.scale}` }),
  'POST /api/animals/:id/merge': (f) => ({
    ...{ url: `/api/animals/${f.female}/merge`, body: { otherId: f.otherAnimal } },
  }),
  'PATCH /api/species/:id': (f) => ({
    url: `/api/species/${f.book.protocols.WH}`,
    body: { version: 1, species: 'hognose of the west', latin: '', hidden: true },
  }),
  'DELETE /api/species/:id': (f) => ({
    ...{ url: `/api/species/${f.protocolOf('ST')}`, body: { version: 1 } },
  }),
  'POST /api/species/correction': (f) => ({
    url: '/api/species/correction',
    body: { animalId: f.female, protocolId: f.book.protocols.WH, together: 4 },
  }),
  'POST /api/species/:id/merge': (f) => ({
    ...{ url: `/api/species/${f.protocolOf('FG')}/merge`, body: { intoId: f.protocolOf('CG') } },
  }),
  'DELETE /api/sessions/:id': (f) => ({ url: `/api/sessions/${f.session}` }),
}

/** What names nothing of a book: its own settings, its owner's words, whatever comes in as a file, and what devices with a token send. */
export const NAMES_NOTHING = [
  ...[
    'POST /api/archive',
    'POST /api/books',
    'POST /api/book/delete',
    'POST /api/book/restore',
    'PATCH /api/book',
  ],
  ...['POST /api/invitations', 'POST /api/members', 'POST /api/invitation/:key', 'POST /api/first-owner'],
  ...['POST /api/second-factor', 'POST /api/second-factor/prove', 'POST /api/second-factor/end'],
  ...['POST /api/sessions/close', 'POST /api/password', 'POST /api/sign-in', 'POST /api/sign-out'],
  ...[
    'POST /api/imports',
    'POST /api/protocols',
    'POST /api/protocols/file',
    'POST /api/species/library',
    'POST /api/demo/advance',
    'POST /api/scales',
  ],
  ...['PATCH /api/messages/choice', 'POST /api/messages/devices', 'POST /api/messages/trial'],
  ...['POST /api/bridge/readings', 'POST /api/bridge/outbox/taken', 'POST /api/bridge/samples'],
]
