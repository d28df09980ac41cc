import type { Chance } from './chance'

interface Schema {
  type?: string
  const?: unknown
  enum?: unknown[]
  anyOf?: Schema[]
  oneOf?: Schema[]
  allOf?: Schema[]
  properties?: Record<string, Schema>
  required?: string[]
  items?: Schema
  minimum?: number
  maximum?: number
  minLength?: number
  format?: string
  pattern?: string
}
export interface Operation {
  method: string
  url: string
  query: Record<string, Schema>
  body: Schema | null
}

/** The requests that the server itself says it takes. */
export function operationsOf(document: unknown): Operation[] {
  const { paths } = document as {
    paths: Record<
      string,
      Record<
        string,
        {
          parameters?: { in: string; name: string; schema: Schema }[]
          requestBody?: { content?: Record<string, { schema?: Schema }> }
        }
      >
    >
  }
  return Object.entries(paths).flatMap(([url, methods]) =>
    Object.entries(methods).map(([method, { parameters = [], requestBody }]) => ({
      ...{ method: method.toUpperCase(), url },
      query: Object.fromEntries(parameters.filter((p) => p.in === 'query').map((p) => [p.name, p.schema])),
      body: requestBody?.content?.['application/json']?.schema ?? null,
    })),
  )
}

/** Words that break into what is put together from words. */
const WORDS = [
  '',
  ' ',
  "'; drop table entry; --",
  "' or '1'='1",
  '$1',
  '%s%n',
  '../../../../etc/passwd',
  '..\\..\\windows',
  '<script>alert(1)</script>',
  '{{7*7}}',
  '${jndi:ldap://x}',
  '=cmd|calc!A0',
  '\u0000',
  'a\u0000b',
  '\ud800',
  '\uffff\ufffe',
  '\u202e\u200b',
  'İ'.repeat(40),
  'x'.repeat(5000),
  'x'.repeat(300_000),
  '9'.repeat(400),
  '-1',
  'NaN',
  'Infinity',
  'null',
  '2027-02-30',
  '0000-00-00',
  '9999-12-31T23:59:59.999Z',
  '+275760-09-13',
  '1970-01-01T00:00:00+99:99',
  '__proto__',
  'constructor',
  '00000000-0000-0000-0000-000000000000',
]
const NUMBERS = [0, -0, -1, 1e-300, 1e300, 2 ** 31, 2 ** 53, -(2 ** 63), 0.1, 1.7976931348623157e308]
const OTHERS: unknown[] = [null, true, false, [], {}, [[[]]], [null], { length: -1 }, { toString: null }]

/** Something where something else is wanted. */
function wrong(chance: Chance): unknown {
  const kind = chance.below(5)
  if (kind < 2) return chance.of(WORDS)
  if (kind === 2) return chance.of(NUMBERS)
  if (kind === 3) return chance.of(OTHERS)
  return deep(chance.below(3) === 0 ? 2000 : 40)
}

function deep(levels: number): unknown {
  let value: unknown = 1
  for (let i = 0; i < levels; i++) value = i % 2 ? [value] : { a: value }
  return value
}

/**
 * A value for a schema; with some likelihood a part of it is wrong, missing or too much.
 * @param ids identities that are there, of this book and of another
 */
export function valueFor(
  schema: Schema | undefined,
  chance: Chance,
  ids: readonly string[],
  depth = 0,
): unknown {
  if (!schema || depth > 12 || chance.happens(0.12)) return wrong(chance)
  const one = schema.anyOf ?? schema.oneOf
  if (one) return valueFor(chance.of(one), chance, ids, depth + 1)
  if (schema.allOf) return valueFor(schema.allOf[0], chance, ids, depth + 1)
  if (schema.const !== undefined) return schema.const
  if (schema.enum) return chance.of(schema.enum)
  if (schema.type === 'object') {
    const made: Record<string, unknown> = {}
    for (const [name, part] of Object.entries(schema.properties ?? {}))
      if (chance.happens(schema.required?.includes(name) ? 0.95 : 0.6))
        made[name] = valueFor(part, chance, ids, depth + 1)
    if (chance.happens(0.1))
      Object.defineProperty(made, chance.of(['__proto__', 'book_id', 'role', 'x']), {
        value: wrong(chance),
        enumerable: true,
      })
    return made
  }
  if (schema.type === 'array')
    return Array.from({ length: chance.of([0, 1, 1, 2, 3, 40]) }, () =>
      valueFor(schema.items, chance, ids, depth + 1),
    )
  if (schema.type === 'number' || schema.type === 'integer')
    return chance.happens(0.3) ? chance.of(NUMBERS) : (schema.minimum ?? 0) + chance.below(50)
  if (schema.type === 'boolean') return chance.happens(0.5)
  if (schema.type === 'null') return null
  return wordFor(schema, chance, ids)
}

function wordFor({ format, pattern }: Schema, chance: Chance, ids: readonly string[]): string {
  if (format === 'uuid' || chance.happens(0.25)) return chance.of(ids)
  if (format === 'email')
    return chance.of(['a@b.example', 'a@b', 'ü@ü.example', `${'a'.repeat(190)}@b.example`])
  if (format?.startsWith('date') || pattern?.includes('\\d{4}'))
    return chance.of(['2027-05-27', '2027-05-27T12:00:00.000Z', '1990-01-01', '2099-01-01T00:00:00.000Z'])
  return chance.of([
    'C1',
    'corn snake',
    '2027-05-27',
    '2027-05-27T12:00:00Z',
    'a word',
    ...WORDS.slice(0, 12),
  ])
}
