import sharp from 'sharp'
import { BookError } from '../shell/problems'

const LARGE_PX = 1600
const SMALL_PX = 320
const MOST_PIXELS = 60_000_000
const FORMATS = ['jpeg', 'png', 'webp', 'heif', 'tiff', 'gif']

export interface Picture {
  large: Buffer
  small: Buffer
  width: number
  height: number
}

/**
 * Reads an uploaded picture by its content, turns it upright and makes it small: what a camera wrote into it, such as where it
 * was taken, is left behind.
 * @throws BookError when it is no picture, or one so large that it is meant to harm
 */
export async function readPicture(body: unknown): Promise<Picture> {
  if (!Buffer.isBuffer(body) || body.length === 0)
    throw new BookError('file-unreadable', 'Send the picture itself.')
  const open = () => sharp(body, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
  const meta = await open()
    .metadata()
    .catch(() => null)
  if (!meta?.format || !FORMATS.includes(meta.format))
    throw new BookError('file-unreadable', 'This is not a picture; send a JPEG, PNG or WebP.')
  const size = async (px: number) =>
    open()
      .rotate()
      .resize({ width: px, height: px, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true })
  try {
    const large = await size(LARGE_PX)
    const small = await size(SMALL_PX)
    return { large: large.data, small: small.data, width: large.info.width, height: large.info.height }
  } catch {
    throw new BookError('file-unreadable', 'This picture is damaged: it cannot be read to its end.')
  }
}

/** Kinds of paper by their first bytes; anything else is refused. */
const PAPERS: readonly [type: string, starts: string][] = [
  ['application/pdf', '25504446'],
  ['image/png', '89504e47'],
  ['image/jpeg', 'ffd8ff'],
]

/** What kind of paper this is, by its content. */
export function paperType(body: Buffer): string {
  const head = body.subarray(0, 4).toString('hex')
  const found = PAPERS.find(([, starts]) => head.startsWith(starts))
  if (found) return found[0]
  const text = !body.includes(0) && Buffer.from(body.toString('utf8')).equals(body)
  if (text) return 'text/plain; charset=utf-8'
  throw new BookError('file-unreadable', 'A paper is a PDF, a JPEG or PNG picture, or plain text.')
}
