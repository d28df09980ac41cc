import { connect, createServer, type Server } from 'node:net'

/** A line that breaks: each connection is cut after some bytes of the reply, somewhere in its head or body. */
export async function openCuttingProxy(
  target: string,
): Promise<{ url: string; cuts(): number; close(): void }> {
  const { hostname, port } = new URL(target)
  let cuts = 0
  const proxy: Server = createServer((near) => {
    const far = connect(Number(port), hostname)
    let left = Math.floor(Math.random() * 900)
    near.on('error', () => far.destroy())
    far.on('error', () => near.destroy())
    near.on('close', () => far.destroy())
    far.on('close', () => near.destroy())
    near.pipe(far)
    far.on('data', (part) => {
      near.write(part.subarray(0, left))
      left -= part.length
      if (left > 0) return
      cuts++
      near.destroy()
      far.destroy()
    })
  })
  await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve))
  const { port: ours } = proxy.address() as { port: number }
  return { url: `http://127.0.0.1:${ours}`, cuts: () => cuts, close: () => proxy.close() }
}
