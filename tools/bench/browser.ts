import { chromium, type Browser } from '@playwright/test'
// @ts-expect-error -- a plain script without types
import { chromiumHere } from '../chromium.mjs'

/** Debian's Chromium, as the stories drive it. */
export const openBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: chromiumHere() as string,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
    ],
  })

export const median = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]!

/** Tells what was measured against what is wanted, and by how much it is missed. */
export const told = (what: string, ms: number, target: number): void =>
  console.log(
    `${what}: ${ms.toFixed(0)} ms (wanted under ${target}${ms > target ? `, missed by ${(ms - target).toFixed(0)}` : ''})`,
  )
