import type { Room } from '../shell/page'

export const incubationRoom: Room = {
  pages: [
    {
      path: 'incubation',
      title: 'Incubation',
      load: async () => (await import('./IncubationPage')).IncubationPage,
      of: ['eggs'],
    },
    {
      path: 'incubation/new',
      title: 'New clutch',
      load: async () => (await import('./ClutchFormPage')).ClutchFormPage,
      needs: 'decide and plan',
      of: ['eggs'],
    },
    {
      path: 'incubation/log',
      title: 'Bring in a log',
      load: async () => (await import('./LogImportPage')).LogImportPage,
      needs: 'write in the log',
      of: ['eggs'],
    },
    {
      path: 'incubation/finding',
      title: 'Nest checks',
      load: async () => (await import('./FindingPage')).FindingPage,
      of: ['eggs'],
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
      of: ['eggs'],
    },
    {
      path: 'incubation/labels',
      title: 'Box labels',
      load: async () => (await import('./LabelsPage')).LabelsPage,
      of: ['eggs'],
    },
    {
      path: 'incubation/:id',
      title: 'Clutch',
      load: async () => (await import('./IncubationPage')).IncubationPage,
      of: ['eggs'],
    },
  ],
}
