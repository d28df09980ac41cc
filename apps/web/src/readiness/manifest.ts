import type { Room } from '../shell/page'

export const readinessRoom: Room = {
  pages: [
    {
      path: 'readiness',
      title: 'Readiness',
      load: async () => (await import('./ReadinessPage')).ReadinessPage,
      of: ['animals'],
    },
  ],
}
