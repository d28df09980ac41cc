import { readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { ROOT } from './run.mjs'

/* Squeezes the built application once, as hard as it goes, so that the server never has to while somebody waits. */
const WORTH_IT = /\.(js|css|html|svg|json|wasm)$/
const SMALLEST = 1024

function squeeze(folder) {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name)
    if (statSync(path).isDirectory()) squeeze(path)
    else if (WORTH_IT.test(name) && statSync(path).size >= SMALLEST) {
      const bytes = readFileSync(path)
      const params = { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length }
      writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params }))
      writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }))
    }
  }
}
squeeze(join(ROOT, 'apps/web/dist'))
