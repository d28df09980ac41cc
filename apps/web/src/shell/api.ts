import {
  addressOf,
  isReading,
  isStale,
  newId,
  EVERY_ROUTE,
  type Asked,
  type AskedArgs,
  type Problem,
  type ReadingRoute,
  type ReplyOf,
  type Route,
  type Topic,
  type Touched,
  type WritingRoute,
} from '@hatch-book/contract'
import * as v from 'valibot'
import { QueryClient, useQuery, type UseQueryOptions, type UseQueryResult } from '@tanstack/react-query'

function wordsBeside({ fields = [], detail, title, code }: Problem, shown: readonly string[]): string {
  const elsewhere = fields.filter(({ field }) => !shown.includes(field))
  // A gate that is shut names what is missing as its fields; what that forbids is said by its sentence.
  if (fields.length > 0 && elsewhere.length === 0 && code !== 'gate-closed') return ''
  // A sentence of its own says more than what stands at the fields; the general one says less.
  if (detail !== title || elsewhere.length === 0) return detail
  return [...new Set(elsewhere.map(({ says }) => says))].join('. ')
}

/** What the server refused, in its words. */
export class RefusedError extends Error {
  constructor(readonly problem: Problem) {
    super(wordsBeside(problem, []))
  }
  /** The words for the whole, for whoever shows no fields. */
  get words(): string {
    return this.message
  }
  /** What is left to say where these fields say what is about them; nothing, where that is all. */
  wordsBeside(...shown: readonly string[]): string {
    return wordsBeside(this.problem, shown)
  }
  /** The words for one field of a form, if it was that field. */
  says(field: string): string | undefined {
    return this.problem.fields?.find((f) => f.field === field)?.says
  }
}

/** What is said of something that went wrong: the server's words, or these where it said none. */
export const wordsOf = (error: unknown, otherwise = 'Something went wrong. Please try again.'): string =>
  error instanceof RefusedError ? error.words : otherwise

const OFFLINE: Problem = {
  type: 'urn:hatch-book:no-answer',
  title: 'No answer',
  status: 0,
  code: 'no-answer',
  detail: 'The server is not answering. What you wrote is still here. Try again when it is back.',
}

/** This open page, as the server calls it when it tells the others what was written here. */
export const PAGE = newId()

interface Said {
  params?: unknown
  query?: unknown
  body?: unknown
  file?: Blob
}

function bodyOf({ body, file }: Said): RequestInit {
  if (file) return { headers: { 'content-type': 'application/octet-stream', 'x-page': PAGE }, body: file }
  if (body === undefined) return { headers: { 'x-page': PAGE } }
  return {
    headers: { 'content-type': 'application/json', 'x-page': PAGE },
    body: JSON.stringify(body),
  }
}

async function request(route: Route, said: Said = {}, signal?: AbortSignal): Promise<Response> {
  const reply = await fetch(addressOf(route, said), {
    ...{ method: route.method, credentials: 'same-origin' },
    ...(isReading(route) ? {} : bodyOf(said)),
    ...(signal && { signal }),
  }).catch(() => null)
  if (!reply) throw new RefusedError(OFFLINE)
  if (reply.ok) return reply
  const problem = (await reply.json().catch(() => ({
    ...OFFLINE,
    status: reply.status,
    detail: 'The server answered with something unreadable.',
  }))) as Problem
  if (problem.code === 'not-signed-in') void refreshTouched(['members'])
  // Somebody else's is newer: it is asked for, and stands beside one's own a moment later.
  if (problem.code === 'stale') void refreshAll()
  throw new RefusedError(problem)
}

async function answerOf<R extends Route>(route: R, said?: Said, signal?: AbortSignal): Promise<ReplyOf<R>> {
  const reply = await request(route, said, signal)
  // Cut off in the middle of an answer, nobody knows what was done: the same as no answer at all.
  return (await reply.json().catch(() => {
    throw new RefusedError(OFFLINE)
  })) as ReplyOf<R>
}

/**
 * Asks an endpoint, and leaves what is on the screen as it is.
 * @throws RefusedError with what the server refused, or that it does not answer
 */
export const ask = <R extends Route>(route: R, ...[asked]: AskedArgs<R>): Promise<ReplyOf<R>> =>
  answerOf(route, asked as Said)

/** Has the server work something out of what it is sent; let go of where nobody waits for it any more. @throws RefusedError */
export const workOut = <R extends WritingRoute>(
  route: R,
  signal: AbortSignal,
  ...[asked]: AskedArgs<R>
): Promise<ReplyOf<R>> => answerOf(route, asked as Said, signal)

/** Asks an endpoint that answers with a file. @throws RefusedError */
export const askForFile = <R extends Route>(route: R, ...[asked]: AskedArgs<R>): Promise<Blob> =>
  request(route, asked as Said).then((reply) => reply.blob())

/** Called as soon as the server has kept it: what the hand holds changes then, not when the views have followed. */
type OnKept<R extends Route> = (reply: ReplyOf<R>) => void
export type Sent<R extends Route> = [...AskedArgs<R>, onKept?: OnKept<R>]

/** Writes, and asks again for what the endpoint says it touches. @throws RefusedError */
export async function send<R extends WritingRoute>(route: R, ...sent: Sent<R>): Promise<ReplyOf<R>> {
  const [asked, onKept] = sent as unknown as [asked?: Said, onKept?: OnKept<R>]
  const reply = await answerOf(route, asked)
  onKept?.(reply)
  await refreshBook(touchedBy(route, asked?.body))
  return reply
}

/** Writes, and says in words what was refused; nothing when it went well. */
export async function sendOrSay<R extends WritingRoute>(route: R, ...sent: Sent<R>): Promise<string> {
  try {
    await send(route, ...sent)
    return ''
  } catch (error) {
    return wordsOf(error)
  }
}

export const touchedBy = ({ touches }: WritingRoute, body: unknown): Touched =>
  typeof touches === 'function' ? touches(body as never) : touches

/**
 * What a form holds, held against the schema of what is sent: what does not fit is said at its fields, in the server's words, before anything
 * is sent.
 * @throws RefusedError
 */
export function fit<S extends v.GenericSchema>(schema: S, draft: unknown): v.InferInput<S> {
  const read = v.safeParse(schema, draft)
  if (read.success) return draft as v.InferInput<S>
  throw unfit(read.issues.map((issue) => ({ field: v.getDotPath(issue) ?? '', says: issue.message })))
}

/** What does not fit, at its fields. */
export const unfit = (fields: readonly { field: string; says: string }[]) =>
  new RefusedError({
    ...{ type: 'urn:hatch-book:invalid', title: 'Something here cannot be read.', status: 422 },
    ...{ code: 'invalid', fields: [...fields] },
    detail: fields.map(({ field, says }) => (field ? `${field}: ${says}` : says)).join('; '),
  })

/** What may be well at the next try: no answer, or a server that stumbled. */
const hiccup = (status: number) => status === 0 || status >= 500

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      retry: (count, error) => count < 2 && error instanceof RefusedError && hiccup(error.problem.status),
      refetchOnWindowFocus: true,
    },
  },
})

/** By what an answer is known: its endpoint, and what was asked. */
export const keyOf = (
  route: ReadingRoute,
  asked: { params?: unknown; query?: unknown } = {},
): [path: string, asked: object] => [
  route.path,
  // What is not said and what is said to be nothing are one question.
  Object.fromEntries(
    Object.entries({ ...(asked.params ?? {}), ...(asked.query ?? {}) }).filter(([, value]) => value ?? false),
  ),
]

/** An endpoint as a question: the key it is kept by, and how it is asked. */
export const questionOf = <R extends ReadingRoute>(route: R, ...[asked]: AskedArgs<R>) => ({
  queryKey: keyOf(route, asked as object),
  queryFn: ({ signal }: { signal?: AbortSignal } = {}) => answerOf(route, asked as Said, signal),
})

type Options<R extends ReadingRoute, S> = Omit<UseQueryOptions<ReplyOf<R>, Error, S>, 'queryKey' | 'queryFn'>
/** Null: nothing is asked yet. */
type AskedLater<R extends Route> =
  Record<never, never> extends Asked<R> ? [asked?: Asked<R> | null] : [asked: Asked<R> | null]

/** Asks an endpoint, and again whenever something was written that its answer rests on. */
export function useAsk<R extends ReadingRoute, S = ReplyOf<R>>(
  route: R,
  ...[asked, options]: [...AskedLater<R>, options?: Options<R, S>]
): UseQueryResult<S> {
  const question = questionOf(route, ...([asked ?? {}] as unknown as AskedArgs<R>))
  return useQuery<ReplyOf<R>, Error, S>({
    ...(options as Options<R, S>),
    ...question,
    enabled: asked !== null && ((options as Options<R, S> | undefined)?.enabled ?? true),
  })
}

const READS: ReadonlyMap<unknown, readonly Topic[]> = new Map(
  EVERY_ROUTE.filter(isReading).map((route) => [route.path, route.reads]),
)

/** Asks again for all that is on the screen, and waits until it is there. */
export const refreshAll = (): Promise<void> => queries.invalidateQueries()

/** Asks again for whatever on the screen rests on what was touched. */
export const refreshTouched = (touched: Touched): Promise<void> =>
  queries.invalidateQueries({
    predicate: ({ queryKey }) => isStale(READS.get(queryKey[0]) ?? ['log'], touched),
  })

/** A hand goes on after so long; what is reckoned slowly follows by itself. */
const PATIENCE_MS = 2500

/** After something was written: what rests on it is asked for again. */
export const refreshBook = (touched: Touched = 'everything'): Promise<void> =>
  Promise.race([refreshTouched(touched), new Promise<void>((resolve) => setTimeout(resolve, PATIENCE_MS))])
