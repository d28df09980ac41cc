import * as v from 'valibot'
import { route } from '../api/route'
import { ArchiveRead, CsvCatalogue } from '.'

const WithName = v.object({ name: v.pipe(v.string(), v.maxLength(40)) })

export const archiveApi = {
  csvLists: route({
    method: 'GET',
    path: '/api/csv',
    permission: 'read the book',
    reply: CsvCatalogue,
    reads: ['book'],
  }),
  csv: route({
    method: 'GET',
    path: '/api/csv/:name',
    permission: 'read the book',
    params: WithName,
    reads: ['log'],
  }),
  write: route({ method: 'GET', path: '/api/archive', permission: 'run the book', reads: ['log'] }),
  readIn: route({
    method: 'POST',
    path: '/api/archive',
    permission: 'run the book',
    takesFile: true,
    largest: 1024 ** 3,
    reply: ArchiveRead,
    perMinute: 30,
    touches: 'everything',
  }),
}
