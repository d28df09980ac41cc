import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** What the calculations are made of. */
const SOURCES = ['../', '../../../../packages/core/src/', '../../../../packages/contract/src/']
let digest: string | null = null

/** Stands for the program as it is written: another version works everything out anew that an earlier one stored. */
export function programDigest(): string {
  if (digest) return digest
  const hash = createHash('sha256').update(process.version)
  for (const source of SOURCES) {
    const folder = fileURLToPath(new URL(source, import.meta.url))
    const names = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((n) => n.endsWith('.ts'))
    for (const name of names.sort()) hash.update(name).update(readFileSync(join(folder, name)))
  }
  return (digest = hash.digest('base64url').slice(0, 16))
}
