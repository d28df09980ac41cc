import { join } from 'node:path'
import { generateSW } from 'workbox-build'
import { say } from './console.mjs'
import { ROOT } from './run.mjs'

/* Lists the built application's files for the service worker, so that it opens without a signal. */
const dist = join(ROOT, 'apps/web/dist')
const { count, size, warnings } = await generateSW({
  globDirectory: dist,
  globPatterns: ['**/*.{js,css,html,svg,woff2}'],
  // The solver of the season's plan and its worker are large, and nobody plans a season in the cellar.
  globIgnores: ['**/highs*', '**/season.worker*', 'push.js'],
  maximumFileSizeToCacheInBytes: 2 * 1024 * 1024,
  swDest: join(dist, 'sw.js'),
  inlineWorkboxRuntime: true,
  importScripts: ['/push.js'],
  sourcemap: false,
  cleanupOutdatedCaches: true,
  clientsClaim: true,
  navigateFallback: '/index.html',
  navigateFallbackDenylist: [/^\/api\//],
})
for (const warning of warnings) say(warning)
say(`${count} files, ${(size / 1_000_000).toFixed(1)} MB, open without a signal`)
