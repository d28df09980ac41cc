import type { Permission } from '@hatch-book/contract'
import type { ComponentType } from 'react'
import { Navigate, type RouteObject } from 'react-router'
import { ForWhoMay } from './shell/ForWhoMay'
import { Opening } from './shell/Opening'
import { Shell } from './shell/Shell'
import { Trouble } from './shell/Trouble'

/**
 * A view within the frame, whose code comes when it is entered.
 * @param needs what one must be allowed to do for it to be of any use
 */
const view = (path: string, load: () => Promise<ComponentType>, needs?: Permission) => ({
  path,
  lazy: async () => {
    const View = await load()
    if (!needs) return { Component: View }
    const Component = () => (
      <ForWhoMay needs={needs}>
        <View />
      </ForWhoMay>
    )
    return { Component }
  },
})

/** Every view and its address. A room's code comes when the room is entered. */
export const routes: RouteObject[] = [
  {
    path: '/sign-in',
    errorElement: <Trouble />,
    HydrateFallback: Opening,
    lazy: async () => ({ Component: (await import('./books/SignInPage')).SignInPage }),
  },
  {
    path: '/join/:key',
    errorElement: <Trouble />,
    HydrateFallback: Opening,
    lazy: async () => ({ Component: (await import('./books/JoinPage')).JoinPage }),
  },
  {
    path: '/deleted',
    errorElement: <Trouble />,
    HydrateFallback: Opening,
    lazy: async () => ({ Component: (await import('./books/DeletedBookPage')).DeletedBookPage }),
  },
  {
    path: '/leaving/:id/hand-over',
    errorElement: <Trouble />,
    HydrateFallback: Opening,
    lazy: async () => ({ Component: (await import('./sales/HandOverPage')).HandOverPage }),
  },
  {
    path: '/record/:key',
    errorElement: <Trouble />,
    HydrateFallback: Opening,
    lazy: async () => ({ Component: (await import('./sales/SharedRecordPage')).SharedRecordPage }),
  },
  {
    path: '/',
    element: <Shell />,
    errorElement: <Trouble />,
    HydrateFallback: Opening,
    children: [
      { index: true, element: <Navigate to="/round" replace /> },
      view('round', async () => (await import('./rounds/RoundPage')).RoundPage),
      view('round/week', async () => (await import('./rounds/WeekPage')).WeekPage),
      view('round/away', async () => (await import('./rounds/AwayPage')).AwayPage),
      view('round/away/sheet', async () => (await import('./rounds/AwaySheetPage')).AwaySheetPage),
      view('animals', async () => (await import('./animals/AnimalsPage')).AnimalsPage),
      view(
        'animals/import',
        async () => (await import('./imports/ImportPage')).ImportPage,
        'decide and plan',
      ),
      view('animals/import/:id', async () => (await import('./imports/ListPage')).ListPage),
      view(
        'animals/new',
        async () => (await import('./animals/AnimalFormPage')).AnimalFormPage,
        'decide and plan',
      ),
      view('animals/cards', async () => (await import('./animals/CardsPage')).CardsPage),
      view('animals/:id', async () => (await import('./animals/AnimalPage')).AnimalPage),
      view(
        'animals/:id/edit',
        async () => (await import('./animals/AnimalFormPage')).AnimalFormPage,
        'decide and plan',
      ),
      view('weigh-in', async () => (await import('./weighing/WeighInPage')).WeighInPage),
      view(
        'growth/measure',
        async () => (await import('./weighing/MeasurePage')).MeasurePage,
        'write in the log',
      ),
      view('growth', async () => (await import('./weighing/GrowthPage')).GrowthPage),
      view('protocols', async () => (await import('./protocols/ProtocolsPage')).ProtocolsPage),
      view(
        'protocols/new',
        async () => (await import('./protocols/NewSpeciesPage')).NewSpeciesPage,
        'decide and plan',
      ),
      view(
        'protocols/library',
        async () => (await import('./protocols/LibraryPage')).LibraryPage,
        'decide and plan',
      ),
      view('protocols/:id', async () => (await import('./protocols/ProtocolPage')).ProtocolPage),
      view('readiness', async () => (await import('./readiness/ReadinessPage')).ReadinessPage),
      view('brumation', async () => (await import('./brumation/BrumationPage')).BrumationPage),
      view(
        'brumation/new',
        async () => (await import('./brumation/NewRestPage')).NewRestPage,
        'decide and plan',
      ),
      view('brumation/checks', async () => (await import('./brumation/ChecksPage')).ChecksPage),
      view('brumation/units', async () => (await import('./brumation/UnitsPage')).UnitsPage),
      view('brumation/units/:id', async () => (await import('./brumation/UnitPage')).UnitPage),
      view('brumation/weather', async () => (await import('./brumation/WeatherPage')).WeatherPage),
      view('brumation/tubs', async () => (await import('./brumation/TubsPage')).TubsPage),
      view('brumation/seasons', async () => (await import('./brumation/SeasonsPage')).SeasonsPage),
      view('messages', async () => (await import('./notices/MessagesPage')).MessagesPage),
      view('pairing', async () => (await import('./pairing/PairingPage')).PairingPage),
      view('pairing/watch', async () => (await import('./pairing/WatchPage')).WatchPage),
      view('pairing/season', async () => (await import('./pairing/SeasonPage')).SeasonPage),
      view('pairing/crosses', async () => (await import('./pairing/CrossesPage')).CrossesPage),
      view('pairing/kin', async () => (await import('./pairing/KinPage')).KinPage),
      view('pairing/goals', async () => (await import('./pairing/GoalsPage')).GoalsPage),
      view('pairing/genes', async () => (await import('./pairing/GenesPage')).GenesPage),
      view('pairing/:id', async () => (await import('./pairing/PairingPage')).PairingPage),
      view('incubation', async () => (await import('./incubation/IncubationPage')).IncubationPage),
      view(
        'incubation/new',
        async () => (await import('./incubation/ClutchFormPage')).ClutchFormPage,
        'decide and plan',
      ),
      view(
        'incubation/log',
        async () => (await import('./incubation/LogImportPage')).LogImportPage,
        'write in the log',
      ),
      view('incubation/finding', async () => (await import('./incubation/FindingPage')).FindingPage),
      view('incubation/plan', async () => (await import('./incubation/HatchPlanPage')).HatchPlanPage),
      view('incubation/methods', async () => (await import('./incubation/MethodsPage')).MethodsPage),
      view('incubation/forecasts', async () => (await import('./incubation/ForecastsPage')).ForecastsPage),
      view('incubation/clocks', async () => (await import('./incubation/ClocksPage')).ClocksPage),
      view('incubation/labels', async () => (await import('./incubation/LabelsPage')).LabelsPage),
      view('climate', async () => (await import('./climate/ClimatePage')).ClimatePage),
      view('climate/:id', async () => (await import('./climate/PlaceClimatePage')).PlaceClimatePage),
      view('incubation/:id', async () => (await import('./incubation/IncubationPage')).IncubationPage),
      view('rearing', async () => (await import('./rearing/RearingPage')).RearingPage),
      view('rearing/meals', async () => (await import('./rearing/MealsPage')).MealsPage),
      view('rearing/first-meals', async () => (await import('./rearing/FirstMealsPage')).FirstMealsPage),
      view('rearing/recipes', async () => (await import('./rearing/RecipesPage')).RecipesPage),
      view('rearing/sexing', async () => (await import('./rearing/SexingPage')).SexingPage),
      view('rearing/holdbacks', async () => (await import('./rearing/HoldbacksPage')).HoldbacksPage),
      view('rearing/holdbacks/:id', async () => (await import('./rearing/HoldbacksPage')).HoldbacksPage),
      view('rearing/space', async () => (await import('./rearing/SpacePage')).SpacePage),
      view('rearing/:id', async () => (await import('./rearing/RearingPage')).RearingPage),
      view('cohorts/emergence', async () => (await import('./cohorts/EmergencePage')).EmergencePage),
      view('cohorts/:id?', async () => (await import('./cohorts/CohortsPage')).CohortsPage),
      view('colonies', async () => (await import('./colonies/ColoniesPage')).ColoniesPage),
      view('colonies/:id', async () => (await import('./colonies/ColoniesPage')).ColoniesPage),
      view('review', async () => (await import('./review/ReviewPage')).ReviewPage),
      view('leaving', async () => (await import('./sales/LeavingPage')).LeavingPage),
      view('leaving/waiting', async () => (await import('./sales/WaitingPage')).WaitingPage),
      view('leaving/prices', async () => (await import('./sales/PricesPage')).PricesPage),
      view('leaving/register', async () => (await import('./sales/RegisterPage')).RegisterPage),
      view('leaving/links', async () => (await import('./sales/LinksPage')).LinksPage),
      view('places', async () => (await import('./places/PlacesPage')).PlacesPage),
      view('log', async () => (await import('./journal/LogPage')).LogPage),
      view('log/changes', async () => (await import('./journal/ChangesPage')).ChangesPage),
      view('book', async () => (await import('./books/BookPage')).BookPage),
      view('book/members', async () => (await import('./books/MembersPage')).MembersPage),
      view('book/you', async () => (await import('./books/YouPage')).YouPage),
      view('book/files', async () => (await import('./books/FilesPage')).FilesPage),
      view('*', async () => (await import('./shell/NotHere')).NotHere),
    ],
  },
]
