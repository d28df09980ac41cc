import { Navigate, type RouteObject } from 'react-router'
import { MENU } from './menu'
import { ROOMS } from './rooms'
import { useDue } from './rounds/useDue'
import { ForWhoMay } from './shell/ForWhoMay'
import { Opening } from './shell/Opening'
import type { Page } from './shell/page'
import { Shell } from './shell/Shell'
import { Trouble } from './shell/Trouble'

/** A page within the frame, and why it is of no use to whoever may not do what it needs. */
const view = ({ path, title, load, needs }: Page): RouteObject => ({
  path,
  handle: { title },
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

/** Every view and its address: those without a frame here, the others as their rooms have them. */
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
    lazy: async () => ({ Component: (await import('./leaving/HandOverPage')).HandOverPage }),
  },
  {
    path: '/record/:key',
    errorElement: <Trouble />,
    HydrateFallback: Opening,
    lazy: async () => ({ Component: (await import('./leaving/SharedRecordPage')).SharedRecordPage }),
  },
  {
    path: '/',
    element: <Shell menu={MENU} rooms={ROOMS} useDue={useDue} />,
    errorElement: <Trouble />,
    HydrateFallback: Opening,
    children: [
      { index: true, element: <Navigate to="/round" replace /> },
      ...ROOMS.flatMap(({ pages }) => pages).map(view),
      view({
        path: '*',
        title: 'No such page',
        load: async () => (await import('./shell/NotHere')).NotHere,
      }),
    ],
  },
]
