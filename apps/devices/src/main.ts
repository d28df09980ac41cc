import { runBridge } from './bridge'

/* Stand-in devices of the demo: they speak to the server as real ones would. */
const { BOOK_URL, SCALE_TOKEN } = process.env
if (!BOOK_URL || !SCALE_TOKEN) throw new Error('BOOK_URL and SCALE_TOKEN are wanted')
const stop = runBridge({ url: BOOK_URL, token: SCALE_TOKEN })
for (const signal of ['SIGINT', 'SIGTERM', 'disconnect'] as const)
  process.on(signal, () => {
    stop()
    process.exit(0)
  })
