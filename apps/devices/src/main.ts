import { runBridge } from './bridge'
import { runOutbox, runProbe } from './probe'
import { SimulatedIncubator } from './simulatedIncubator'

/* Stand-in devices of the demo: they speak to the server as real ones would. */
const { BOOK_URL, SCALE_TOKEN, PROBE_TOKEN, INCUBATOR_TOKEN } = process.env
if (!BOOK_URL || !SCALE_TOKEN) throw new Error('BOOK_URL and SCALE_TOKEN are wanted')
const stops = [runBridge({ url: BOOK_URL, token: SCALE_TOKEN })]
if (PROBE_TOKEN)
  stops.push(
    runProbe({ url: BOOK_URL, token: PROBE_TOKEN }),
    runOutbox({ url: BOOK_URL, token: PROBE_TOKEN }),
  )
if (INCUBATOR_TOKEN)
  stops.push(runProbe({ url: BOOK_URL, token: INCUBATOR_TOKEN, of: new SimulatedIncubator(5) }))
for (const signal of ['SIGINT', 'SIGTERM', 'disconnect'] as const)
  process.on(signal, () => {
    stops.forEach((stop) => stop())
    process.exit(0)
  })
