import { createHash } from 'node:crypto'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

/** Stands for the shapes of all replies: replies that were stored under another one are not drawn. */
function shapesOfReplies(): string {
  const contract = join(import.meta.dirname, '../../packages/contract/src')
  const hash = createHash('sha256')
  for (const file of readdirSync(contract, { recursive: true, encoding: 'utf8' }).sort())
    if (file.endsWith('.ts')) hash.update(readFileSync(join(contract, file)))
  return hash.digest('hex').slice(0, 16)
}

export default defineConfig({
  root: import.meta.dirname,
  define: { __SHAPES__: JSON.stringify(shapesOfReplies()) },
  plugins: [react()],
  worker: { format: 'es' },
  build: { target: 'es2022', outDir: 'dist', emptyOutDir: true, chunkSizeWarningLimit: 1200 },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
})
