import { FIRST_YEAR, LAST_YEAR, type Problem } from '@hatch-book/contract'
import type { FastifyInstance, FastifyReply } from 'fastify'

/** Every way in which a request can fail, with its status and words. */
const PROBLEMS = {
  'not-signed-in': [401, 'You are not signed in.'],
  'wrong-sign-in': [401, 'That address and password do not belong together.'],
  'wrong-password': [422, 'That is not your password.'],
  'wrong-code': [422, 'That code is not right, or was used already. Wait for the next one.'],
  'book-deleted': [409, 'This book is deleted.'],
  'not-allowed': [403, 'Your role may not do this.'],
  'not-found': [404, 'This is not in the book.'],
  'already-there': [409, 'This is in the book already.'],
  stale: [409, 'Somebody changed this since you opened it.'],
  'gate-closed': [409, 'The gate is not open yet.'],
  'struck-already': [409, 'This entry is struck out already.'],
  'depended-on': [409, 'Later entries depend on this one.'],
  invalid: [422, 'Something here cannot be read.'],
  'file-unreadable': [422, 'This file cannot be read.'],
  'too-large': [413, 'This is too large.'],
  'too-many': [429, 'Too many tries. Wait a minute.'],
  busy: [503, 'The server is busy with something large. Try again in a minute.'],
  'not-a-demo': [409, 'Only the demo book has a day that can be moved.'],
  'database-away': [503, 'The database cannot be reached just now. Try again in a moment.'],
  'disk-full': [507, 'The disk of the database is full. Nothing was changed; what you wrote is still here.'],
  internal: [500, 'Something went wrong here. Nothing was changed.'],
} as const satisfies Record<string, readonly [number, string]>

export type ProblemCode = keyof typeof PROBLEMS

/** Thrown by any room; becomes a problem document. */
export class BookError extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly detail = '',
    readonly fields?: { field: string; says: string }[],
    readonly current?: unknown,
  ) {
    super(detail || PROBLEMS[code][1])
  }
}

export function problem(
  code: ProblemCode,
  detail = '',
  fields?: Problem['fields'],
  current?: unknown,
): Problem {
  const [status, title] = PROBLEMS[code]
  return { type: `urn:hatch-book:${code}`, title, status, code, detail: detail || title, fields, current }
}

/** How the driver and PostgreSQL say that they have lost each other: refused, cut off, closing down, starting up. */
const DATABASE_AWAY = /^(08...|25P0[34]|57P0[1-5]|ECONNREFUSED|ECONNRESET|EPIPE)$/
const CUT_OFF = /connection terminated|not queryable|timeout exceeded when trying to connect/i

function isDatabaseAway(error: unknown): boolean {
  const chain = [error, (error as { cause?: unknown }).cause]
  return chain.some((e) => {
    if (!(e instanceof Error)) return false
    return DATABASE_AWAY.test(String((e as { code?: unknown }).code ?? '')) || CUT_OFF.test(e.message)
  })
}

/** What is there once only, by the name that the database has for it; and the field that it came from. */
const TAKEN: Readonly<Record<string, { says: string; field?: string }>> = {
  animal_tag: { says: 'Another animal has this tag.', field: 'tag' },
  animal_of_egg: { says: 'That egg has hatched already.' },
  place_name: { says: 'There is already a place with this name.', field: 'name' },
  scale_name: { says: 'There is already a scale with this name.', field: 'name' },
  colony_name: { says: 'There is already a colony with this name.', field: 'name' },
  recipe_name: { says: 'There is already a recipe with this name.', field: 'name' },
  cohort_name: { says: 'There is already a cohort with this name.', field: 'name' },
}

function takenAlready(constraint = ''): Problem {
  const { says = '', field } = TAKEN[constraint] ?? {}
  return problem('already-there', says, field ? [{ field, says }] : undefined)
}

/** PostgreSQL's complaints that a keeper can do something about. */
function fromDatabase(error: unknown): Problem | null {
  const cause =
    (error as { cause?: { code?: string; constraint?: string } }).cause ??
    (error as { code?: string; constraint?: string })
  if (cause?.code === '23505') return takenAlready(cause.constraint)
  if (cause?.code === '23503') return problem('invalid', 'It names something that is not in this book.')
  // Too long a statement, too long a wait for somebody else's row, or two that stood in each other's way again and again.
  if (['57014', '55P03', '40P01', '40001'].includes(cause?.code ?? '')) return problem('busy')
  // Held by the database itself, whichever way it came: a form, a list, a merging, a file.
  if (cause?.code === '23514' && /_days$/.test(cause.constraint ?? ''))
    return problem('invalid', `Dates must be between ${FIRST_YEAR} and ${LAST_YEAR}. Nothing was changed.`)
  if (cause?.code === '53100') return problem('disk-full')
  // Class 22 is what the database says of data: out of range, no date, a letter that it cannot keep.
  if (cause?.code?.startsWith('22')) return problem('invalid')
  return null
}

export function answerProblem(reply: FastifyReply, document: Problem) {
  return reply
    .code(document.status)
    .header('content-type', 'application/problem+json')
    .serializer(JSON.stringify)
    .send(document)
}

/** Turns every error into a problem document; what nobody foresaw is logged and says nothing of the inside. */
export function answerErrors(app: FastifyInstance): void {
  app.setErrorHandler(
    (
      error: Error & { statusCode?: number; code?: string; issues?: { path: string; message: string }[] },
      request,
      reply,
    ) => {
      if (error instanceof BookError)
        return answerProblem(reply, problem(error.code, error.detail, error.fields, error.current))
      if (error.issues) {
        const fields = error.issues.map(({ path, message }) => ({ field: path, says: message }))
        return answerProblem(
          reply,
          problem(
            'invalid',
            fields.map((f) => (f.field ? `${f.field}: ${f.says}` : f.says)).join('; '),
            fields,
          ),
        )
      }
      if (error.statusCode === 429) return answerProblem(reply, problem('too-many'))
      if (error.code === 'FST_ERR_CTP_BODY_TOO_LARGE')
        return answerProblem(reply, problem('too-large', 'A file may have at most 30 MB.'))
      if (error.statusCode && error.statusCode < 500)
        return answerProblem(reply, {
          ...problem('invalid'),
          detail: 'The request is not one that this program makes.',
        })
      if (isDatabaseAway(error)) {
        request.log.warn({ err: error }, 'the database is away')
        return answerProblem(reply, problem('database-away'))
      }
      const known = fromDatabase(error)
      if (known) return answerProblem(reply, known)
      request.log.error({ err: error }, 'a request failed')
      return answerProblem(reply, problem('internal'))
    },
  )
}
