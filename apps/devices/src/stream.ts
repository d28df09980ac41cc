const RETRY_MS = 2000

/** Follows a stream of events, and takes it up again when it breaks, until the signal ends it. */
export async function followStream(
  url: string,
  headers: Record<string, string>,
  signal: AbortSignal,
  onEvent: (data: string) => void,
): Promise<void> {
  while (!signal.aborted) {
    try {
      const reply = await fetch(url, { headers, signal })
      if (!reply.ok || !reply.body) throw new Error(`answered ${reply.status}`)
      let rest = ''
      const decoder = new TextDecoder()
      for await (const part of reply.body as unknown as AsyncIterable<Uint8Array>) {
        rest += decoder.decode(part, { stream: true })
        const events = rest.split('\n\n')
        rest = events.pop()!
        for (const event of events) if (event.startsWith('data: ')) onEvent(event.slice(6))
      }
    } catch {
      if (signal.aborted) return
    }
    await new Promise((resolve) => setTimeout(resolve, RETRY_MS))
  }
}
