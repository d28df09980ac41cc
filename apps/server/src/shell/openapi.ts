import swagger from '@fastify/swagger'
import { toJsonSchema } from '@valibot/to-json-schema'
import type { FastifyInstance } from 'fastify'
import type * as v from 'valibot'

const json = (schema: unknown, typeMode: 'input' | 'output') => {
  const { $schema: _, ...rest } = toJsonSchema(schema as v.GenericSchema, { errorMode: 'ignore', typeMode })
  return rest
}

/** Serves the OpenAPI document, made from the contract's own schemas. */
export async function describeApi(app: FastifyInstance): Promise<void> {
  await app.register(swagger, {
    openapi: {
      info: { title: 'Hatch Book', version: '1', description: 'Every request and reply of the book.' },
    },
    transform: ({ schema, url }) => {
      const { body, querystring, params, response } = (schema ?? {}) as Record<string, unknown>
      const answers = Object.entries((response ?? {}) as Record<string, unknown>).map(([status, s]) => [
        status,
        json(s, 'output'),
      ])
      return {
        url,
        schema: {
          ...(body ? { body: json(body, 'input') } : {}),
          ...(querystring ? { querystring: json(querystring, 'input') } : {}),
          ...(params ? { params: json(params, 'input') } : {}),
          ...(answers.length > 0 ? { response: Object.fromEntries(answers) } : {}),
        } as never,
      }
    },
  })
  app.get('/api/openapi.json', { config: { permission: 'public' } }, () => app.swagger())
}
