import type { Room } from '../shell/page'

export const leavingRoom: Room = {
  pages: [
    {
      path: 'leaving',
      title: 'For sale',
      load: async () => (await import('./LeavingPage')).LeavingPage,
      of: ['animals'],
    },
    {
      path: 'leaving/waiting',
      title: 'Waiting list',
      load: async () => (await import('./WaitingPage')).WaitingPage,
      menuNeeds: 'see who buys',
    },
    {
      path: 'leaving/prices',
      title: 'Prices',
      load: async () => (await import('./PricesPage')).PricesPage,
      menuNeeds: 'see who buys',
    },
    {
      path: 'leaving/register',
      title: 'Register',
      load: async () => (await import('./RegisterPage')).RegisterPage,
      menuNeeds: 'see who buys',
    },
    {
      path: 'leaving/links',
      title: 'Links',
      load: async () => (await import('./LinksPage')).LinksPage,
      menuNeeds: 'see who buys',
    },
  ],
}
