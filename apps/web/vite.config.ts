import { createHash } from 'node:crypto'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'
import { stylesOfUsedParts } from './antdStyles.ts'

/** Stands for the shapes of all replies: replies that were stored under another one are not drawn. */
function shapesOfReplies(): string {
  const hash = createHash('sha256')
  for (const [folder, shapes] of [
    ['../../packages/contract/src', /\.ts$/],
    ['../../packages/core/src', /(?:entries|values\/index)\.ts$/],
  ] as const) {
    const from = join(import.meta.dirname, folder)
    for (const file of readdirSync(from, { recursive: true, encoding: 'utf8' }).sort())
      if (shapes.test(file)) hash.update(readFileSync(join(from, file)))
  }
  return hash.digest('hex').slice(0, 16)
}

/**
 * What only the server reads of an endpoint, its schemas, is left out of what the browser loads: with it every room's would come with the
 * first page. Forms name the schemas they need.
 */
const endpointsWithoutSchemas: Plugin = {
  name: 'endpoints-without-schemas',
  enforce: 'pre',
  transform(code, id) {
    if (!/contract\/src\/\w+\/api\.ts$/.test(id)) return null
    const light = code
      .replace(/^ +(?:params|query|body|reply): \w+,\n/gm, '')
      .replace(
        /route\(\{ (.*) \}\)/g,
        (_all, on1line: string) => `route({ ${on1line.replace(/(?:params|query|body|reply): \w+, /g, '')} })`,
      )
    if (/\b(?:params|query|body|reply): /.test(light))
      throw new Error(`${id}: name the schemas of an endpoint, so that the browser need not load them`)
    return { code: light, map: null }
  },
}

export default defineConfig({
  root: import.meta.dirname,
  define: { __SHAPES__: JSON.stringify(shapesOfReplies()) },
  plugins: [endpointsWithoutSchemas, stylesOfUsedParts, react()],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    outDir: 'dist',
    emptyOutDir: true,
    chunkSizeWarningLimit: 1200,
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
})
