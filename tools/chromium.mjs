/* Which browser stories and measurements are told in. */
import { existsSync } from 'node:fs'

/** Debian's Chromium that opens no window does with a quarter less of the machine; the one with windows does as well. */
export const SHELL = '/usr/bin/chromium-headless-shell'
const WITH_WINDOWS = '/usr/bin/chromium'
/** The browser that is there; null where none is. */
export const chromiumHere = () =>
  process.env.CHROMIUM ?? [SHELL, WITH_WINDOWS].find((path) => existsSync(path)) ?? null
