import { Navigate, createBrowserRouter } from 'react-router'
import { Shell } from './shell/Shell'
import { Trouble } from './shell/Trouble'

/** Every view and its address. A room's code comes when the room is entered. */
export const router = createBrowserRouter([
  {
    path: '/sign-in',
    errorElement: <Trouble />,
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('./books/SignInPage')).SignInPage }),
  },
  {
    path: '/leaving/:id/hand-over',
    errorElement: <Trouble />,
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('./sales/HandOverPage')).HandOverPage }),
  },
  {
    path: '/record/:key',
    errorElement: <Trouble />,
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('./sales/SharedRecordPage')).SharedRecordPage }),
  },
  {
    path: '/',
    element: <Shell />,
    errorElement: <Trouble />,
    HydrateFallback: () => null,
    children: [
      { index: true, element: <Navigate to="/round" replace /> },
      {
        path: 'round',
        lazy: async () => ({ Component: (await import('./rounds/RoundPage')).RoundPage }),
      },
      {
        path: 'round/week',
        lazy: async () => ({ Component: (await import('./rounds/WeekPage')).WeekPage }),
      },
      {
        path: 'round/away',
        lazy: async () => ({ Component: (await import('./rounds/AwayPage')).AwayPage }),
      },
      {
        path: 'round/away/sheet',
        lazy: async () => ({ Component: (await import('./rounds/AwaySheetPage')).AwaySheetPage }),
      },
      {
        path: 'animals',
        lazy: async () => ({ Component: (await import('./animals/AnimalsPage')).AnimalsPage }),
      },
      {
        path: 'animals/import',
        lazy: async () => ({ Component: (await import('./animals/ImportPage')).ImportPage }),
      },
      {
        path: 'animals/new',
        lazy: async () => ({ Component: (await import('./animals/AnimalFormPage')).AnimalFormPage }),
      },
      {
        path: 'animals/cards',
        lazy: async () => ({ Component: (await import('./animals/CardsPage')).CardsPage }),
      },
      {
        path: 'animals/:id',
        lazy: async () => ({ Component: (await import('./animals/AnimalPage')).AnimalPage }),
      },
      {
        path: 'animals/:id/edit',
        lazy: async () => ({ Component: (await import('./animals/AnimalFormPage')).AnimalFormPage }),
      },
      {
        path: 'weigh-in',
        lazy: async () => ({ Component: (await import('./weighing/WeighInPage')).WeighInPage }),
      },
      {
        path: 'growth',
        lazy: async () => ({ Component: (await import('./weighing/GrowthPage')).GrowthPage }),
      },
      {
        path: 'protocols',
        lazy: async () => ({ Component: (await import('./protocols/ProtocolsPage')).ProtocolsPage }),
      },
      {
        path: 'protocols/:id',
        lazy: async () => ({ Component: (await import('./protocols/ProtocolPage')).ProtocolPage }),
      },
      {
        path: 'readiness',
        lazy: async () => ({ Component: (await import('./readiness/ReadinessPage')).ReadinessPage }),
      },
      {
        path: 'brumation',
        lazy: async () => ({ Component: (await import('./brumation/BrumationPage')).BrumationPage }),
      },
      {
        path: 'brumation/new',
        lazy: async () => ({ Component: (await import('./brumation/NewRestPage')).NewRestPage }),
      },
      {
        path: 'brumation/checks',
        lazy: async () => ({ Component: (await import('./brumation/ChecksPage')).ChecksPage }),
      },
      {
        path: 'brumation/units',
        lazy: async () => ({ Component: (await import('./brumation/UnitsPage')).UnitsPage }),
      },
      {
        path: 'brumation/units/:id',
        lazy: async () => ({ Component: (await import('./brumation/UnitPage')).UnitPage }),
      },
      {
        path: 'brumation/weather',
        lazy: async () => ({ Component: (await import('./brumation/WeatherPage')).WeatherPage }),
      },
      {
        path: 'brumation/tubs',
        lazy: async () => ({ Component: (await import('./brumation/TubsPage')).TubsPage }),
      },
      {
        path: 'brumation/seasons',
        lazy: async () => ({ Component: (await import('./brumation/SeasonsPage')).SeasonsPage }),
      },
      {
        path: 'messages',
        lazy: async () => ({ Component: (await import('./notices/MessagesPage')).MessagesPage }),
      },
      {
        path: 'pairing',
        lazy: async () => ({ Component: (await import('./pairing/PairingPage')).PairingPage }),
      },
      {
        path: 'pairing/watch',
        lazy: async () => ({ Component: (await import('./pairing/WatchPage')).WatchPage }),
      },
      {
        path: 'pairing/season',
        lazy: async () => ({ Component: (await import('./pairing/SeasonPage')).SeasonPage }),
      },
      {
        path: 'pairing/crosses',
        lazy: async () => ({ Component: (await import('./pairing/CrossesPage')).CrossesPage }),
      },
      {
        path: 'pairing/kin',
        lazy: async () => ({ Component: (await import('./pairing/KinPage')).KinPage }),
      },
      {
        path: 'pairing/goals',
        lazy: async () => ({ Component: (await import('./pairing/GoalsPage')).GoalsPage }),
      },
      {
        path: 'pairing/genes',
        lazy: async () => ({ Component: (await import('./pairing/GenesPage')).GenesPage }),
      },
      {
        path: 'pairing/:id',
        lazy: async () => ({ Component: (await import('./pairing/PairingPage')).PairingPage }),
      },
      {
        path: 'incubation',
        lazy: async () => ({ Component: (await import('./incubation/IncubationPage')).IncubationPage }),
      },
      {
        path: 'incubation/new',
        lazy: async () => ({ Component: (await import('./incubation/ClutchFormPage')).ClutchFormPage }),
      },
      {
        path: 'incubation/log',
        lazy: async () => ({ Component: (await import('./incubation/LogImportPage')).LogImportPage }),
      },
      {
        path: 'incubation/finding',
        lazy: async () => ({ Component: (await import('./incubation/FindingPage')).FindingPage }),
      },
      {
        path: 'incubation/plan',
        lazy: async () => ({ Component: (await import('./incubation/HatchPlanPage')).HatchPlanPage }),
      },
      {
        path: 'incubation/methods',
        lazy: async () => ({ Component: (await import('./incubation/MethodsPage')).MethodsPage }),
      },
      {
        path: 'incubation/forecasts',
        lazy: async () => ({ Component: (await import('./incubation/ForecastsPage')).ForecastsPage }),
      },
      {
        path: 'incubation/clocks',
        lazy: async () => ({ Component: (await import('./incubation/ClocksPage')).ClocksPage }),
      },
      {
        path: 'incubation/labels',
        lazy: async () => ({ Component: (await import('./incubation/LabelsPage')).LabelsPage }),
      },
      {
        path: 'climate',
        lazy: async () => ({ Component: (await import('./climate/ClimatePage')).ClimatePage }),
      },
      {
        path: 'climate/:id',
        lazy: async () => ({ Component: (await import('./climate/PlaceClimatePage')).PlaceClimatePage }),
      },
      {
        path: 'incubation/:id',
        lazy: async () => ({ Component: (await import('./incubation/IncubationPage')).IncubationPage }),
      },
      {
        path: 'rearing',
        lazy: async () => ({ Component: (await import('./rearing/RearingPage')).RearingPage }),
      },
      {
        path: 'rearing/meals',
        lazy: async () => ({ Component: (await import('./rearing/MealsPage')).MealsPage }),
      },
      {
        path: 'rearing/first-meals',
        lazy: async () => ({ Component: (await import('./rearing/FirstMealsPage')).FirstMealsPage }),
      },
      {
        path: 'rearing/sexing',
        lazy: async () => ({ Component: (await import('./rearing/SexingPage')).SexingPage }),
      },
      {
        path: 'rearing/holdbacks',
        lazy: async () => ({ Component: (await import('./rearing/HoldbacksPage')).HoldbacksPage }),
      },
      {
        path: 'rearing/holdbacks/:id',
        lazy: async () => ({ Component: (await import('./rearing/HoldbacksPage')).HoldbacksPage }),
      },
      {
        path: 'rearing/space',
        lazy: async () => ({ Component: (await import('./rearing/SpacePage')).SpacePage }),
      },
      {
        path: 'rearing/:id',
        lazy: async () => ({ Component: (await import('./rearing/RearingPage')).RearingPage }),
      },
      {
        path: 'cohorts/emergence',
        lazy: async () => ({ Component: (await import('./cohorts/EmergencePage')).EmergencePage }),
      },
      {
        path: 'cohorts/:id?',
        lazy: async () => ({ Component: (await import('./cohorts/CohortsPage')).CohortsPage }),
      },
      {
        path: 'colonies',
        lazy: async () => ({ Component: (await import('./colonies/ColoniesPage')).ColoniesPage }),
      },
      {
        path: 'colonies/:id',
        lazy: async () => ({ Component: (await import('./colonies/ColoniesPage')).ColoniesPage }),
      },
      {
        path: 'review',
        lazy: async () => ({ Component: (await import('./review/ReviewPage')).ReviewPage }),
      },
      {
        path: 'leaving',
        lazy: async () => ({ Component: (await import('./sales/LeavingPage')).LeavingPage }),
      },
      {
        path: 'leaving/waiting',
        lazy: async () => ({ Component: (await import('./sales/WaitingPage')).WaitingPage }),
      },
      {
        path: 'leaving/prices',
        lazy: async () => ({ Component: (await import('./sales/PricesPage')).PricesPage }),
      },
      {
        path: 'leaving/register',
        lazy: async () => ({ Component: (await import('./sales/RegisterPage')).RegisterPage }),
      },
      {
        path: 'leaving/links',
        lazy: async () => ({ Component: (await import('./sales/LinksPage')).LinksPage }),
      },
      {
        path: 'places',
        lazy: async () => ({ Component: (await import('./places/PlacesPage')).PlacesPage }),
      },
      { path: 'log', lazy: async () => ({ Component: (await import('./journal/LogPage')).LogPage }) },
      { path: 'book', lazy: async () => ({ Component: (await import('./books/BookPage')).BookPage }) },
      { path: '*', lazy: async () => ({ Component: (await import('./shell/NotHere')).NotHere }) },
    ],
  },
])
