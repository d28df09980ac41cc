import type { FastifyInstance, FastifySchemaCompiler, FastifyTypeProvider } from 'fastify'
import type { FastifySerializerCompiler } from 'fastify/types/schema'
import * as v from 'valibot'

/** Lets routes be typed by the contract's schemas: parsed input on the way in, serialisable output on the way out. */
export interface ValibotProvider extends FastifyTypeProvider {
  validator: this['schema'] extends v.GenericSchema ? v.InferOutput<this['schema']> : unknown
  serializer: this['schema'] extends v.GenericSchema ? v.InferInput<this['schema']> : unknown
}

class ContractError extends Error {
  readonly statusCode = 422
  constructor(readonly issues: { path: string; message: string }[]) {
    super('the request does not fit the contract')
  }
}

const validator: FastifySchemaCompiler<v.GenericSchema> =
  ({ schema }) =>
  (data: unknown) => {
    const read = v.safeParse(schema, data)
    if (read.success) return { value: read.output }
    return {
      error: new ContractError(
        read.issues.map((issue) => ({ path: v.getDotPath(issue) ?? '', message: issue.message })),
      ),
    }
  }

/** Replies are cut to their schema, so that no column leaks; one that does not fit it is a fault of ours, not sent. */
export const sayByContract = <S extends v.GenericSchema>(schema: S, data: v.InferInput<S>): string =>
  JSON.stringify(v.parse(schema, data))

const serializer: FastifySerializerCompiler<v.GenericSchema> =
  ({ schema }) =>
  (data: unknown) =>
    sayByContract(schema, data)

export function validateByContract(app: FastifyInstance): void {
  app.setValidatorCompiler(validator)
  app.setSerializerCompiler(serializer)
}
