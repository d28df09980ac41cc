import type { Topic } from '@hatch-book/core'
import type * as v from 'valibot'
import type { Permission } from '../books/permissions'
import type { Touched } from './topics'

interface Endpoint {
  /** With the parameters in it, as '/api/animals/:id'. */
  path: `/${string}`
  permission: Permission
  params?: v.GenericSchema
  query?: v.GenericSchema
  /** What it is sent, as JSON. */
  body?: v.GenericSchema
  /** What it is sent is a file, byte for byte. */
  takesFile?: true
  /** The largest it takes, bytes, where that is not the server's usual. */
  largest?: number
  /** What it answers, as JSON; where there is none it answers with a file or a stream. */
  reply?: v.GenericSchema
  /** So many tries a minute from one address. */
  perMinute?: number
}

/** An endpoint that reads. */
export interface ReadingRoute extends Endpoint {
  method: 'GET'
  /** What its answer rests on. */
  reads: readonly Topic[]
  /** Its last answer is kept on the device, and read ahead: it opens without a signal. */
  offline?: true
}

/** An endpoint that writes, or works something out of what it is sent. */
export interface WritingRoute extends Endpoint {
  method: 'POST' | 'PATCH' | 'DELETE'
  /** What it changes; told from what it is sent where that differs. */
  touches: Touched | ((body: never) => Touched)
}

export type Route = ReadingRoute | WritingRoute

/**
 * Defines an endpoint, once for all who deal with it: the server answers what it says here and to whom, its OpenAPI document describes it,
 * and the web asks it by it and knows which answers a write leaves out of date.
 */
export const route = <const R extends Route>(definition: R): R => definition

type In<S> = S extends v.GenericSchema ? v.InferInput<S> : unknown
type Out<S> = S extends v.GenericSchema ? v.InferOutput<S> : unknown
type Of<R, K extends string> = R extends { [key in K]: infer S } ? S : undefined

/** What an endpoint answers, as it is read. */
export type ReplyOf<R extends Route> = Out<Of<R, 'reply'>>
/** What may be given as an answer; it is cut to its schema on the way out. */
export type AnswerOf<R extends Route> = In<Of<R, 'reply'>>
/** What a request holds once it was checked. */
export interface RequestOf<R extends Route> {
  params: Out<Of<R, 'params'>>
  query: Out<Of<R, 'query'>>
  body: Out<Of<R, 'body'>>
}

type Part<R, K extends string, As extends string = K> =
  Of<R, K> extends v.GenericSchema
    ? Record<never, never> extends In<Of<R, K>>
      ? { [key in As]?: In<Of<R, K>> }
      : { [key in As]: In<Of<R, K>> }
    : unknown
/** What is said when an endpoint is asked. */
export type Asked<R extends Route> = Part<R, 'params'> &
  Part<R, 'query'> &
  Part<R, 'body'> &
  (R extends { takesFile: true } ? { file: Blob } : unknown)
/** The same as the arguments of a function: nothing where nothing has to be said. */
export type AskedArgs<R extends Route> =
  Record<never, never> extends Asked<R> ? [asked?: Asked<R>] : [asked: Asked<R>]

/** @param asked as `Asked` says; whatever is left out is not in the address */
export function addressOf(
  { path }: Pick<Route, 'path'>,
  asked: { params?: unknown; query?: unknown } = {},
): string {
  const params = (asked.params ?? {}) as Record<string, string>
  const filled = path.replace(/:(\w+)/g, (_whole, name: string) => encodeURIComponent(params[name] ?? ''))
  const query = Object.entries((asked.query ?? {}) as Record<string, unknown>).filter(
    ([, value]) => value !== undefined && value !== null,
  )
  if (query.length === 0) return filled
  return `${filled}?${new URLSearchParams(query.map(([k, value]) => [k, String(value)])).toString()}`
}
