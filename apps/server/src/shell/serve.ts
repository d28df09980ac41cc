import { isReading, type AnswerOf, type RequestOf, type Route } from '@hatch-book/contract'
import type { FastifyReply, FastifyRequest } from 'fastify'
import { touching } from '../db/touching'
import type { BookApp } from './bookApp'

type Answer<R extends Route> = R extends { reply: unknown } ? AnswerOf<R> | FastifyReply : unknown
type Handler<R extends Route> = (
  request: Omit<FastifyRequest, keyof RequestOf<R>> & RequestOf<R>,
  reply: FastifyReply,
) => Answer<R> | Promise<Answer<R>>

const MINUTE = '1 minute'

/** Answers an endpoint of the contract: who may ask, what is checked on the way in and cut on the way out, is said there. */
export function serve<R extends Route>(app: BookApp, route: R, handler: Handler<R>): void {
  const { method, path, permission, params, query, body, reply, perMinute, largest } = route as Route
  app.route({
    ...{ method, url: path },
    ...(largest === undefined ? {} : { bodyLimit: largest }),
    config: {
      permission,
      ...(perMinute === undefined ? {} : { rateLimit: { max: perMinute, timeWindow: MINUTE } }),
    },
    schema: {
      ...(params && { params }),
      ...(query && { querystring: query }),
      ...(body && { body }),
      ...(reply && { response: { 200: reply } }),
    },
    handler: (request, answer) => {
      const work = () => handler(request as never, answer as never)
      if (isReading(route)) return work()
      const { touches } = route as Exclude<Route, { method: 'GET' }>
      const touched = typeof touches === 'function' ? touches(request.body as never) : touches
      return touching({ touched, from: fromOf(request as never) }, work)
    },
  } as Parameters<BookApp['route']>[0])
}

/** The open page that asks, as it calls itself: what it wrote itself it need not be told. */
function fromOf(request: FastifyRequest): string {
  const from = request.headers['x-page']
  return typeof from === 'string' ? from.slice(0, 40) : ''
}
