import { fileURLToPath } from 'node:url'
import { DEMO_SIGN_IN } from './demo'
import { waysOutOf } from './notices'
import { rooms } from './rooms'
import { buildApp, type BookApp } from './shell/app'
import type { Configuration } from './shell/configuration'

const WEB_FOLDER = fileURLToPath(new URL('../../web/dist', import.meta.url))

/** The whole program as it is configured, with all its rooms and the built pages; it does not listen yet. */
export const wholeApp = (configuration: Configuration): Promise<BookApp> =>
  buildApp({
    databaseUrl: configuration.DATABASE_URL,
    webFolder: WEB_FOLDER,
    demoSignIn: configuration.DEMO ? DEMO_SIGN_IN : null,
    rooms,
    waysOut: waysOutOf(configuration),
    logLevel: configuration.LOG_LEVEL,
    connections: configuration.DATABASE_CONNECTIONS,
    trustProxy: configuration.TRUST_PROXY,
    metricsToken: configuration.METRICS_TOKEN,
    graceMs: configuration.STOP_SECONDS * 1000,
  })
