import { createHash } from 'node:crypto'
import type { Readable } from 'node:stream'
import { StringDecoder } from 'node:string_decoder'
import yauzl from 'yauzl'
import { BookError } from '../shell/problems'
import { ARCHIVED, FORMAT, FORMAT_VERSION, type Manifest } from './contents'

/** No book is larger than this: what unpacks to more is no archive, whatever it says of itself. */
const MOST_BYTES = 2 * 1024 ** 3
const MOST_FILES = 200_000
/** Lines of logs shrink to a twentieth; what shrinks far more is made to burst. */
const MOST_RATIO = 100
const SMALL = 64 * 1024
/** What is held in memory at once: a picture, a paper, the manifest, or a table whose rows lean on each other. */
const LARGEST_WHOLE = 128 * 1024 ** 2
const LONGEST_LINE = 4 * 1024 ** 2

export const refuse = (says: string) =>
  new BookError('file-unreadable', `This is no archive of a book: ${says}.`)

const nameOf = (entry: yauzl.Entry) => entry.fileName.slice(0, 80)

/** An archive that lies on the disk: its files are read one at a time, and never more of them than is wanted. */
export class Archive {
  private constructor(
    private readonly zip: yauzl.ZipFile,
    private readonly files: ReadonlyMap<string, yauzl.Entry>,
  ) {}

  /**
   * Opens an archive and reads its list of files; nothing is unpacked yet.
   * @throws {BookError} of what is no zip file, leads out of it, or says that it would unpack to too much
   */
  static async open(path: string): Promise<Archive> {
    const zip = await new Promise<yauzl.ZipFile>((resolve, reject) =>
      // The library refuses names that lead out, and data that is longer than its entry says.
      yauzl.open(path, { lazyEntries: true, validateEntrySizes: true, autoClose: false }, (error, opened) =>
        error ? reject(refuse('it is no zip file, or a broken one')) : resolve(opened),
      ),
    )
    try {
      return new Archive(zip, await listOf(zip))
    } catch (error) {
      zip.close()
      throw error
    }
  }

  get names(): string[] {
    return [...this.files.keys()]
  }

  has(name: string): boolean {
    return this.files.has(name)
  }

  /** A file as it is unpacked. What turns out longer than its entry says ends it with an error. */
  private async stream(name: string): Promise<Readable> {
    const entry = this.files.get(name)
    if (!entry) throw refuse(`${name.slice(0, 80)} is missing`)
    return new Promise((resolve, reject) =>
      this.zip.openReadStream(entry, (error, stream) =>
        error ? reject(refuse(error.message)) : resolve(stream),
      ),
    )
  }

  private async *parts(name: string): AsyncGenerator<Buffer> {
    const stream = await this.stream(name)
    try {
      for await (const part of stream) yield part as Buffer
    } catch (error) {
      throw error instanceof BookError ? error : refuse((error as Error).message)
    } finally {
      stream.destroy()
    }
  }

  /** A whole file, of those that are held in memory. */
  async read(name: string): Promise<Buffer> {
    if ((this.files.get(name)?.uncompressedSize ?? 0) > LARGEST_WHOLE)
      throw refuse(`${name.slice(0, 80)} is larger than such a file can be`)
    const all: Buffer[] = []
    for await (const part of this.parts(name)) all.push(part)
    return Buffer.concat(all)
  }

  /** The digest of a file, whatever its size. */
  async digest(name: string): Promise<string> {
    const hash = createHash('sha256')
    for await (const part of this.parts(name)) hash.update(part)
    return hash.digest('hex')
  }

  /** The lines of a table, empty ones left out. */
  async *lines(table: string): AsyncGenerator<string> {
    const decoder = new StringDecoder('utf8')
    let rest = ''
    for await (const part of this.parts(`tables/${table}.jsonl`)) {
      const lines = (rest + decoder.write(part)).split('\n')
      rest = lines.pop()!
      if (rest.length > LONGEST_LINE) throw refuse(`a line of ${table} is too long`)
      for (const line of lines) if (line !== '') yield line
    }
    if (rest !== '') yield rest
  }

  /** How many bytes a table is, as its entry says. */
  sizeOf(table: string): number {
    return this.files.get(`tables/${table}.jsonl`)?.uncompressedSize ?? 0
  }

  close(): void {
    this.zip.close()
  }
}

/** What is in it, by its own list. */
async function listOf(zip: yauzl.ZipFile): Promise<Map<string, yauzl.Entry>> {
  if (zip.entryCount > MOST_FILES) throw refuse(`it has ${zip.entryCount} files`)
  const files = new Map<string, yauzl.Entry>()
  let whole = 0
  await new Promise<void>((resolve, reject) => {
    zip.on('error', (error: Error) => reject(refuse(error.message)))
    zip.on('end', resolve)
    zip.on('entry', (entry: yauzl.Entry) => {
      whole += entry.uncompressedSize
      if (whole > MOST_BYTES || entry.uncompressedSize > MOST_RATIO * entry.compressedSize + SMALL)
        return reject(refuse(`${nameOf(entry)} would unpack to too much`))
      if (files.has(entry.fileName)) return reject(refuse(`${nameOf(entry)} is in it twice`))
      files.set(entry.fileName, entry)
      zip.readEntry()
    })
    zip.readEntry()
  })
  return files
}

const sha256 = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')

/** The manifest, once every table is there and is what the manifest says. */
export async function checkManifest(archive: Archive): Promise<Manifest> {
  if (!archive.has('manifest.json')) throw refuse('it has no manifest')
  let manifest: Manifest
  const bytes = await archive.read('manifest.json')
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
    const expected = said.find((t) => t?.name === name)
    if (!expected || !archive.has(`tables/${name}.jsonl`)) throw refuse(`its ${name} are missing`)
    if ((await archive.digest(`tables/${name}.jsonl`)) !== expected.sha256)
      throw refuse(`its ${name} are not what the manifest says`)
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
export async function fileOf(archive: Archive, path: string, digest: unknown): Promise<Buffer> {
  const bytes = await archive.read(path)
  if (sha256(bytes) !== digest) throw refuse(`${path.slice(0, 80)} is not what its line says`)
  return bytes
}
