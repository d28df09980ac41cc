import { defineConfig } from 'drizzle-kit'

export default defineConfig({
  dialect: 'postgresql',
  schema: './apps/server/src/db/schema/*.ts',
  out: './apps/server/src/db/migrations',
  entities: { roles: { provider: '', exclude: ['app_rw'] } },
})
