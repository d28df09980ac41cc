import { spawn } from 'node:child_process'

/** Opens the house that the stories are told in, which goes with this process; they find it by its address. */
export default async function openHouse(): Promise<() => void> {
  const house = spawn(process.execPath, ['--import', 'tsx', 'e2e/house.ts'], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { ...process.env, NODE_ENV: 'production' },
  })
  process.env.STORY_HOUSE = await new Promise<string>((resolve, reject) => {
    house.once('message', (address) => resolve(String(address)))
    house.once('exit', (code) => reject(new Error(`the house of the stories fell in (${code})`)))
  })
  return () => house.disconnect()
}
