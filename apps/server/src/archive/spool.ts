import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { BookError } from '../shell/problems'

/**
 * Puts what is being sent on the disk as it comes, does something with it there, and takes it away again.
 * @param most bytes; whatever sends more is refused as soon as it does
 */
export async function onDisk<T>(
  sent: IncomingMessage,
  most: number,
  work: (path: string) => Promise<T>,
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'hatch-book-sent-'))
  const path = join(folder, 'sent')
  let bytes = 0
  const count = new Transform({
    transform(part: Buffer, _encoding, done) {
      bytes += part.length
      if (bytes > most) done(new BookError('too-large', `A file may have at most ${most / 1024 ** 2} MB.`))
      else done(null, part)
    },
  })
  try {
    await pipeline(sent, count, createWriteStream(path))
    return await work(path)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
