import { incubationApi } from '@hatch-book/contract'
import { finds, type Room } from '../shell/page'

export const incubationRoom: Room = {
  pages: [
    {
      path: 'incubation',
      title: 'Incubation',
      load: async () => (await import('./IncubationPage')).IncubationPage,
      of: ['animals', 'eggs'],
    },
    {
      path: 'incubation/new',
      title: 'New clutch',
      load: async () => (await import('./ClutchFormPage')).ClutchFormPage,
      needs: 'decide and plan',
    },
    {
      path: 'incubation/log',
      title: 'Import a log',
      load: async () => (await import('./LogImportPage')).LogImportPage,
      needs: 'write in the log',
    },
    {
      path: 'incubation/finding',
      title: 'Nest checks',
      load: async () => (await import('./FindingPage')).FindingPage,
      of: ['animals', 'eggs'],
    },
    {
      path: 'incubation/plan',
      title: 'Hatch plan',
      load: async () => (await import('./HatchPlanPage')).HatchPlanPage,
      of: ['eggs'],
    },
    {
      path: 'incubation/methods',
      title: 'Methods',
      load: async () => (await import('./MethodsPage')).MethodsPage,
      of: ['eggs'],
    },
    {
      path: 'incubation/forecasts',
      title: 'Past forecasts',
      load: async () => (await import('./ForecastsPage')).ForecastsPage,
      of: ['eggs'],
    },
    {
      path: 'incubation/clocks',
      title: 'Other clocks',
      load: async () => (await import('./ClocksPage')).ClocksPage,
      of: ['animals', 'eggs'],
    },
    {
      path: 'incubation/labels',
      title: 'Box labels',
      load: async () => (await import('./LabelsPage')).LabelsPage,
    },
    {
      path: 'incubation/:id',
      title: 'Clutch',
      load: async () => (await import('./IncubationPage')).IncubationPage,
    },
  ],
  finds: [
    finds(incubationApi.list, ({ clutches }) =>
      clutches.map((c) => ({
        to: `/incubation/${c.id}`,
        tag: c.name,
        says: [c.kind, c.species, c.box?.name].filter(Boolean).join(', '),
      })),
    ),
  ],
  begins: [
    {
      name: 'Record a clutch',
      to: '/incubation/new',
      also: 'new clutch, eggs, laid, litter',
      needs: 'decide and plan',
    },
  ],
}
