import { createHash } from 'node:crypto'
import yauzl from 'yauzl'
import { BookError } from '../shell/problems'
import { ARCHIVED, FORMAT, FORMAT_VERSION, type Manifest } from './contents'

/** Of more than this nobody's book consists: what unpacks to more is no archive, whatever it says of itself. */
const MOST_BYTES = 2 * 1024 ** 3
const MOST_ENTRIES = 400_000
/** Lines of logs shrink to a twentieth; what shrinks far more is made to burst. */
const MOST_RATIO = 400

const refuse = (says: string) => new BookError('file-unreadable', `This is no archive of a book: ${says}.`)

/** The files of an archive by their names. Paths that lead out, sizes that lie and what would burst are refused before anything is unpacked. */
export async function unpack(file: Buffer): Promise<Map<string, Buffer>> {
  const zip = await new Promise<yauzl.ZipFile>((resolve, reject) =>
    // The library refuses names that lead out, and data that is longer than its entry says.
    yauzl.fromBuffer(file, { lazyEntries: true, validateEntrySizes: true }, (error, opened) =>
      error ? reject(refuse('it is no zip file, or a broken one')) : resolve(opened),
    ),
  )
  if (zip.entryCount > MOST_ENTRIES) throw refuse(`it has ${zip.entryCount} files`)
  const files = new Map<string, Buffer>()
  let whole = 0
  await new Promise<void>((resolve, reject) => {
    const stop = (error: Error) => {
      zip.close()
      reject(error instanceof BookError ? error : refuse(error.message))
    }
    zip.on('error', stop)
    zip.on('end', resolve)
    zip.on('entry', (entry: yauzl.Entry) => {
      whole += entry.uncompressedSize
      if (whole > MOST_BYTES || entry.uncompressedSize > MOST_RATIO * (entry.compressedSize + 1024))
        return stop(refuse(`${entry.fileName.slice(0, 80)} would unpack to too much`))
      if (files.has(entry.fileName)) return stop(refuse(`${entry.fileName.slice(0, 80)} is in it twice`))
      zip.openReadStream(entry, (error, stream) => {
        if (error) return stop(error)
        const parts: Buffer[] = []
        stream.on('data', (part: Buffer) => parts.push(part))
        stream.on('error', stop)
        stream.on('end', () => {
          files.set(entry.fileName, Buffer.concat(parts))
          zip.readEntry()
        })
      })
    })
    zip.readEntry()
  })
  return files
}

const sha256 = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')

/** The manifest, once every table is there and is what the manifest says. */
export function checkManifest(files: ReadonlyMap<string, Buffer>): Manifest {
  const bytes = files.get('manifest.json')
  if (!bytes) throw refuse('it has no manifest')
  let manifest: Manifest
  try {
    manifest = JSON.parse(bytes.toString('utf8')) as Manifest
  } catch {
    throw refuse('its manifest cannot be read')
  }
  if (manifest?.format !== FORMAT) throw refuse('its manifest is of something else')
  if (manifest.version !== FORMAT_VERSION)
    throw refuse(
      `it is of format ${String(manifest.version).slice(0, 20)}, this server reads ${FORMAT_VERSION}`,
    )
  const said = Array.isArray(manifest.tables) ? manifest.tables : []
  for (const { name } of ARCHIVED) {
    const table = files.get(`tables/${name}.jsonl`)
    const expected = said.find((t) => t?.name === name)
    if (!table || !expected) throw refuse(`its ${name} are missing`)
    if (sha256(table) !== expected.sha256) throw refuse(`its ${name} are not what the manifest says`)
  }
  const known = said.filter((t) => ARCHIVED.some(({ name }) => name === t?.name))
  if (known.length !== said.length) throw refuse('it has tables that this server does not know')
  const ours = ARCHIVED.map(({ name }) => {
    const { rows, sha256: digest } = said.find((t) => t.name === name)!
    return { name, rows, sha256: digest }
  })
  if (sha256(Buffer.from(JSON.stringify([manifest.book, ours]))) !== manifest.digest)
    throw refuse('its manifest is not what it says of itself')
  return manifest
}

/** The bytes of a photo or a paper, which must be what the line about it says. */
export function fileOf(files: ReadonlyMap<string, Buffer>, path: string, digest: unknown): Buffer {
  const bytes = files.get(path)
  if (!bytes) throw refuse(`${path.slice(0, 80)} is missing`)
  if (sha256(bytes) !== digest) throw refuse(`${path.slice(0, 80)} is not what its line says`)
  return bytes
}

export { refuse }
