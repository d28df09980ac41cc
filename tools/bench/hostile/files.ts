import { deflateRawSync } from 'node:zlib'
import sharp from 'sharp'
import yazl from 'yazl'
import type { Chance } from './chance'

const collected = (zip: yazl.ZipFile): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const parts: Buffer[] = []
    zip.outputStream
      .on('data', (part: Buffer) => parts.push(part))
      .on('end', () => resolve(Buffer.concat(parts)))
      .on('error', reject)
    zip.end()
  })

/** Changes some bytes, leaves some out, or cuts the end off. */
export function spoil(file: Buffer, chance: Chance): Buffer {
  const spoilt = Buffer.from(file)
  const kind = chance.below(3)
  if (kind === 0) return spoilt.subarray(0, chance.below(Math.max(1, spoilt.length)))
  for (let i = 0; i < 1 + chance.below(30); i++) spoilt[chance.below(spoilt.length)] = chance.below(256)
  return kind === 1 ? spoilt : Buffer.concat([spoilt, chance.bytes(chance.below(500))])
}

/** Lists that are none, or hardly: quotes without end, a thousand columns, zeros, formulas, one line of a megabyte. */
export function hostileList(chance: Chance): Buffer {
  const cell = () =>
    chance.of([
      'C1',
      '=1+1',
      '@x',
      '"',
      '""',
      "'",
      '\t',
      '-3',
      '1e999',
      '3/9/2027',
      'ü',
      '\u0000',
      '',
      'x'.repeat(2000),
    ])
  const row = (n: number) => Array.from({ length: n }, cell).join(chance.of([',', ';', '\t', '|']))
  const kind = chance.below(8)
  if (kind === 0) return chance.bytes(1 + chance.below(4000))
  if (kind === 1) return Buffer.from(`tag,species\n"${'x'.repeat(1_000_000)}`)
  if (kind === 2) return Buffer.from(`${row(1500)}\n${row(1500)}\n`)
  if (kind === 3) return Buffer.from(`tag,species,weight\n${'C9,corn snake,1\n'.repeat(60_000)}`)
  if (kind === 4) return Buffer.from([0xff, 0xfe, ...chance.bytes(301)])
  if (kind === 5) return Buffer.from(`tag${',tag'.repeat(300)}\n${row(301)}\n`)
  const head = chance.of([
    'tag,species,sex,hatched,dam,sire',
    'tag;date;weight',
    'a,b,c',
    row(6),
    'tag,2027-05-01,1 May 2027',
  ])
  return Buffer.from(
    `${head}\n${Array.from({ length: 1 + chance.below(30) }, () => row(chance.below(9))).join(chance.of(['\n', '\r\n', '\r']))}`,
  )
}

/** Archives that are none, lie about themselves, burst, or lead out of their folder. */
export async function hostileArchive(honest: Buffer, chance: Chance): Promise<Buffer> {
  const kind = chance.below(6)
  if (kind < 2) return spoil(honest, chance)
  if (kind === 2) return chance.bytes(1 + chance.below(3000))
  const zip = new yazl.ZipFile()
  const manifest = (text: string) => zip.addBuffer(Buffer.from(text), 'manifest.json')
  if (kind === 3) {
    manifest('{"format":"hatch-book-archive","version":1,"tables":[{"name":"entry","rows":1,"sha256":"0"}]}')
    zip.addBuffer(Buffer.alloc(80_000_000), 'tables/entry.jsonl')
    return collected(zip)
  }
  if (kind === 4) {
    manifest(
      chance.of([
        '{}',
        'null',
        '[]',
        '{"format":"hatch-book-archive","version":99}',
        `{"a":${'['.repeat(5000)}`,
      ]),
    )
    zip.addBuffer(
      Buffer.from('{"id":1}\n'),
      chance.of(['tables/entry.jsonl', 'tables/__proto__.jsonl', 'photos/large/x.jpg']),
    )
    return collected(zip)
  }
  // Written by hand: a library would refuse such names.
  return zipOf(
    chance.of([
      '../../../../tmp/hatch-book-was-here',
      '/etc/hatch-book',
      'C:\\x',
      'tables/../../x',
      'a\u0000b',
    ]),
    Buffer.from('out'),
  )
}

function zipOf(name: string, content: Buffer): Buffer {
  const squeezed = deflateRawSync(content)
  const label = Buffer.from(name)
  const fields = (signature: number, extra: number[]) => {
    const head = Buffer.alloc(4)
    head.writeUInt32LE(signature)
    return Buffer.concat([head, Buffer.from(extra)])
  }
  const u16 = (n: number) => [n & 255, n >> 8]
  const u32 = (n: number) => [...u16(n & 65535), ...u16(n >>> 16)]
  const common = [
    ...u16(20),
    ...u16(0),
    ...u16(8),
    ...u32(0),
    ...u32(0),
    ...u32(squeezed.length),
    ...u32(content.length),
    ...u16(label.length),
    ...u16(0),
  ]
  const local = Buffer.concat([fields(0x04034b50, common), label, squeezed])
  const central = Buffer.concat([
    fields(0x02014b50, [...u16(20), ...common, ...u16(0), ...u16(0), ...u16(0), ...u32(0), ...u32(0)]),
    label,
  ])
  const end = fields(0x06054b50, [
    ...u16(0),
    ...u16(0),
    ...u16(1),
    ...u16(1),
    ...u32(central.length),
    ...u32(local.length),
    ...u16(0),
  ])
  return Buffer.concat([local, central, end])
}

/** Photos that are not: noise under a photo's first bytes, halves, drawings with scripts, one colour of a hundred million points. */
export async function hostilePhoto(chance: Chance): Promise<Buffer> {
  const size = 64
  const honest = await sharp({ create: { width: size, height: size, channels: 3, background: '#2a6' } })
    .jpeg()
    .toBuffer()
  const kind = chance.below(6)
  if (kind < 2) return spoil(honest, chance)
  if (kind === 2) return Buffer.concat([honest.subarray(0, 20), chance.bytes(2000)])
  if (kind === 3)
    return Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"><image href="file:///etc/passwd"/></svg>',
    )
  if (kind === 4) return pngOf(30_000, 30_000)
  return Buffer.from(
    chance.of(['GIF89a', '%PDF-1.7', 'RIFF\u0000\u0000\u0000\u0000WEBP', '<html><script>1</script>']),
  )
}

/** The head of a picture of so many points with hardly anything behind it. */
function pngOf(width: number, height: number): Buffer {
  const head = Buffer.alloc(13)
  head.writeUInt32BE(width, 0)
  head.writeUInt32BE(height, 4)
  head.set([8, 2, 0, 0, 0], 8)
  const chunk = (name: string, data: Buffer) => {
    const length = Buffer.alloc(4)
    length.writeUInt32BE(data.length)
    return Buffer.concat([length, Buffer.from(name), data, Buffer.alloc(4)])
  }
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', head),
    chunk('IDAT', Buffer.alloc(64)),
    chunk('IEND', Buffer.alloc(0)),
  ])
}
