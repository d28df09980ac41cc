import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import yazl from 'yazl'
import { Archive } from '../src/archive/unpack'

/** What is in an archive, by name. */
export async function unpack(file: Buffer): Promise<Map<string, Buffer>> {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-book-unpack-'))
  writeFileSync(join(folder, 'a.zip'), file)
  const archive = await Archive.open(join(folder, 'a.zip'))
  const files = new Map<string, Buffer>()
  for (const name of archive.names) files.set(name, await archive.read(name))
  archive.close()
  rmSync(folder, { recursive: true })
  return files
}

/** The archive with some files changed; its digests made right again where that is asked for. */
export async function changed(
  file: Buffer,
  change: (files: Map<string, Buffer>) => void,
  honest = true,
): Promise<Buffer> {
  const files = await unpack(file)
  change(files)
  if (honest) {
    const sha256 = (b: Buffer | string) => createHash('sha256').update(b).digest('hex')
    const manifest = JSON.parse(files.get('manifest.json')!.toString()) as {
      book: object
      digest: string
      tables: { name: string; rows: number; sha256: string }[]
    }
    for (const t of manifest.tables) t.sha256 = sha256(files.get(`tables/${t.name}.jsonl`)!)
    manifest.digest = sha256(JSON.stringify([manifest.book, manifest.tables]))
    files.set('manifest.json', Buffer.from(JSON.stringify(manifest)))
  }
  const zip = new yazl.ZipFile()
  for (const [name, content] of files) zip.addBuffer(content, name)
  zip.end()
  const parts: Buffer[] = []
  for await (const part of zip.outputStream) parts.push(part as Buffer)
  return Buffer.concat(parts)
}
