import { EVERY_ROUTE } from '@hatch-book/contract'
import { openServer, type TestServer } from './support'

let server: TestServer
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())

/** What is no room's: it describes the others. */
const DESCRIBES_ITSELF = 'GET /api/openapi.json public'

test('the server answers what the contract defines, asks for the permission it names, and answers nothing else', () => {
  const served = server.app.permissions.map((r) => `${r.method} ${r.url} ${r.permission}`)
  const defined = EVERY_ROUTE.map((r) => `${r.method} ${r.path} ${r.permission}`)
  expect(served.filter((r) => r !== DESCRIBES_ITSELF).sort()).toEqual(defined.sort())
})

test('its OpenAPI document says the same of every one of them', async () => {
  const { body } = await server.call('GET', '/api/openapi.json')
  const { paths } = body as { paths: Record<string, Record<string, unknown>> }
  for (const { method, path } of EVERY_ROUTE)
    expect(Object.keys(paths[path.replace(/:(\w+)/g, '{$1}')] ?? {})).toContain(method.toLowerCase())
})
