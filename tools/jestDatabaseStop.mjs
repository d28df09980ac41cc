import { rmSync } from 'node:fs'

export default async function tearDown() {
  const { postgres, folder } = globalThis.__postgres
  await postgres.stop()
  rmSync(folder, { recursive: true, force: true })
}
