import { rmSync } from 'node:fs'
import { templatesOf } from './support'

/** What the stories of a run shared is taken away at its end. */
export default function clearUp(): void {
  rmSync(templatesOf(process.pid), { recursive: true, force: true })
}
