import { route } from '../api/route'
import { DemoAdvance, DemoAdvanced } from '../books'

export const demoApi = {
  advance: route({
    method: 'POST',
    path: '/api/demo/advance',
    permission: 'decide and plan',
    body: DemoAdvance,
    reply: DemoAdvanced,
    touches: 'everything',
  }),
}
