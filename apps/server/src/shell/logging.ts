import type { FastifyServerOptions } from 'fastify'

interface LoggedError {
  type: string
  code?: string
  says: string
  stack?: string
}

/** The figures and words of a failed query stand in the driver's message after these words; they are people's data. */
const AFTER_THIS_COME_DATA = /\n?(params:|Failed query:)[\s\S]*/

/** What the calculations refuse they refuse in words, and those name whom it is about: a tag, a line, a figure. */
const namesData = (error: Error): boolean => error instanceof RangeError

/**
 * An error as it may stand in a log: what kind, where, and the database's code, never the values that were being written.
 * PostgreSQL's own `detail` quotes the row and is left out too.
 */
export function loggedError(error: Error & { code?: string; cause?: unknown }): LoggedError {
  const cause = error.cause instanceof Error ? (error.cause as Error & { code?: string }) : null
  const code = error.code ?? cause?.code
  const places = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line))
  return {
    type: error.name,
    ...(code === undefined ? {} : { code }),
    says: namesData(error)
      ? 'message withheld, it may name an animal: see the stack'
      : error.message.replace(AFTER_THIS_COME_DATA, '').trim() || (cause ? `database: ${cause.name}` : ''),
    stack: places.slice(0, 12).join('\n'),
  }
}

/**
 * One line of JSON an event, by the server's own logger. A request is its method and the pattern of its route: no address of
 * the caller, no name, no search words, no tag of an animal.
 */
export function logOptions(level: string | null): FastifyServerOptions['logger'] {
  if (level === null) return false
  return {
    level,
    base: null,
    // An error that is logged bare would say its message, and with it the values of its query.
    hooks: {
      logMethod(this: unknown, given: unknown[], method: (...all: unknown[]) => void) {
        const safe = given[0] instanceof Error ? [{ err: given[0] }, 'something failed'] : given
        method.apply(this, safe)
      },
    } as never,
    messageKey: 'says',
    timestamp: () => `,"time":"${new Date().toISOString()}"`,
    formatters: { level: (label: string) => ({ level: label }) },
    serializers: {
      req: (request: { method: string; routeOptions?: { url?: string } }) =>
        ({ method: request.method, route: request.routeOptions?.url ?? 'page' }) as never,
      res: (reply: { statusCode?: number }) => ({ status: reply.statusCode }) as never,
      err: ((error: Error) => loggedError(error)) as never,
    },
  }
}
