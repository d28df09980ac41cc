import { newId } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import { inBook, tables } from '../src/db/connect'
import { addAnimal, openServer, type TestServer } from './support'

let server: TestServer
let owner: pg.Client
beforeAll(async () => {
  server = await openServer()
  owner = new pg.Client({ connectionString: server.ownerUrl })
  await owner.connect()
})
afterAll(async () => {
  await owner.end()
  await server.close()
})
const ask = async <T>(text: string): Promise<T[]> => (await owner.query(text)).rows as T[]

describe('the catalogue', () => {
  test('every table has the key (book_id, id), row-level security, and the one policy of its book', async () => {
    const rows = await ask<{ table: string; key: string; secured: boolean; policies: string }>(`
      select c.relname as table, c.relrowsecurity as secured,
        (select string_agg(a.attname, ',' order by k.n) from pg_index i, unnest(i.indkey) with ordinality k(att, n)
          join pg_attribute a on a.attrelid = c.oid and a.attnum = k.att where i.indrelid = c.oid and i.indisprimary) as key,
        (select string_agg(pg_get_expr(p.polqual, c.oid) || ' / ' || pg_get_expr(p.polwithcheck, c.oid), ';') from pg_policy p where p.polrelid = c.oid) as policies
      from pg_class c join pg_namespace n on n.oid = c.relnamespace where c.relkind in ('r', 'p') and n.nspname = 'public'`)
    expect(rows.length).toBeGreaterThanOrEqual(14)
    const rule = "(book_id = (NULLIF(current_setting('app.book_id'::text, true), ''::text))::uuid)"
    for (const row of rows)
      expect(row).toEqual({
        table: row.table,
        key: 'book_id,id',
        secured: true,
        policies: `${rule} / ${rule}`,
      })
  })

  test('every foreign key carries the book', async () => {
    const rows = await ask<{ name: string; columns: string }>(`
      select o.conname as name, (select string_agg(a.attname, ',' order by k.n) from unnest(o.conkey) with ordinality k(att, n)
        join pg_attribute a on a.attrelid = o.conrelid and a.attnum = k.att) as columns
      from pg_constraint o join pg_namespace n on n.oid = o.connamespace where o.contype = 'f' and n.nspname = 'public'`)
    expect(rows.length).toBeGreaterThan(15)
    expect(rows.filter((r) => !r.columns.split(',').includes('book_id'))).toEqual([])
  })

  test('the application role owns nothing and cannot bypass security, and the log is read and added to only', async () => {
    expect(
      await ask("select rolsuper, rolbypassrls, rolcreaterole from pg_roles where rolname = 'app_rw'"),
    ).toEqual([{ rolsuper: false, rolbypassrls: false, rolcreaterole: false }])
    expect(await ask("select relname from pg_class where pg_get_userbyid(relowner) = 'app_rw'")).toEqual([])
    const grants = await ask<{ table_name: string; privileges: string }>(
      "select table_name, string_agg(privilege_type, ',' order by privilege_type) as privileges from information_schema.role_table_grants where grantee = 'app_rw' and table_name in ('entry', 'reading') group by 1 order by 1",
    )
    expect(grants).toEqual([
      { table_name: 'entry', privileges: 'INSERT,SELECT' },
      { table_name: 'reading', privileges: 'INSERT,SELECT' },
    ])
  })
})

test('a transaction sees its own book and nothing of another, and cannot write into it', async () => {
  const [a, b] = [await server.openBook('A'), await server.openBook('B')]
  await addAnimal(a, { tag: 'ONLY-A' })
  const tagsIn = (id: string) =>
    inBook(server.db, id, (tx) => tx.select({ tag: tables.animal.tag }).from(tables.animal))
  expect(await tagsIn(a.id)).toEqual([{ tag: 'ONLY-A' }])
  expect(await tagsIn(b.id)).toEqual([])
  const smuggle = inBook(server.db, b.id, (tx) =>
    tx.insert(tables.place).values({ bookId: a.id, id: newId(), kind: 'tub', name: 'smuggled' }),
  )
  await expect(smuggle).rejects.toMatchObject({ cause: { code: '42501' } })
})

test('without a book nothing is seen at all', async () => {
  const { rows } = await server.db.execute(sql`select count(*)::int as n from member`)
  expect(rows).toEqual([{ n: 0 }])
})

test('an entry cannot be changed or removed by the application', async () => {
  const a = await server.openBook('C')
  await addAnimal(a)
  await expect(
    inBook(server.db, a.id, (tx) => tx.execute(sql`update entry set kind = 'noted'`)),
  ).rejects.toMatchObject({ cause: { code: '42501' } })
  await expect(inBook(server.db, a.id, (tx) => tx.execute(sql`delete from entry`))).rejects.toMatchObject({
    cause: { code: '42501' },
  })
})
