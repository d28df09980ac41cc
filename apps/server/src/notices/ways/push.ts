import webpush from 'web-push'
import type { ToldDevice } from '../../db/schema/books'
import type { WaysOut, Words } from '../../shell/way'

const ANSWERS_WITHIN_MS = 15_000
/** A phone that is off for longer is not told any more, seconds. */
const GOOD_FOR_SECONDS = 24 * 3600
/** What is sealed for a device may have some 4000 bytes. */
const MOST_LETTERS = 1200

/** Where browsers receive messages. A member names the address of their device: the server speaks to no others. */
export const USUAL_SERVICES = [
  ...['fcm.googleapis.com', 'updates.push.services.mozilla.com', 'web.push.apple.com'],
  'notify.windows.com',
].join(',')

export interface PushKeys {
  publicKey: string
  privateKey: string
  /** Whom a push service writes to, such as `mailto:keeper@mail.example`. */
  contact: string
  /** Hosts, with commas; those below them count as well. An address with `http://` is taken as it stands, for a stand-in. */
  services: string
}

/** Messages to phones and browsers by web push (RFC 8030), sealed for the device (RFC 8291) and signed by the server's keys (RFC 8292). */
export function pushWay({
  publicKey,
  privateKey,
  contact,
  services,
}: PushKeys): NonNullable<WaysOut['push']> {
  const hosts = services.split(',').map((s) => s.trim().toLowerCase())
  const serves = (endpoint: string) => {
    if (!URL.canParse(endpoint)) return false
    const { protocol, hostname, origin, port, username } = new URL(endpoint)
    if (hosts.includes(origin)) return true
    return (
      protocol === 'https:' &&
      port === '' &&
      username === '' &&
      hosts.some((h) => hostname === h || hostname.endsWith(`.${h}`))
    )
  }
  const tell = async ({ endpoint, keys }: ToldDevice, words: Words): Promise<'told' | 'gone'> => {
    const { headers, body, method } = webpush.generateRequestDetails(
      { endpoint, keys },
      JSON.stringify({ ...words, body: words.body.slice(0, MOST_LETTERS) }),
      {
        ...{ TTL: GOOD_FOR_SECONDS, urgency: 'high', contentEncoding: 'aes128gcm' },
        vapidDetails: { subject: contact, publicKey, privateKey },
      },
    )
    const reply = await fetch(endpoint, {
      ...{ method, headers: headers as Record<string, string>, redirect: 'error' },
      ...(body ? { body: new Uint8Array(body) } : {}),
      signal: AbortSignal.timeout(ANSWERS_WITHIN_MS),
    })
    if (reply.status === 404 || reply.status === 410) return 'gone'
    if (!reply.ok) throw new Error(`the push service answered ${reply.status}`)
    return 'told'
  }
  return {
    ...{ name: 'push', publicKey, serves },
    async send({ devices }, words) {
      const asked = devices.filter((d) => serves(d.endpoint))
      const results = await Promise.allSettled(asked.map((device) => tell(device, words)))
      const told = results.filter((r) => r.status === 'fulfilled' && r.value === 'told')
      const failed = results.find((r) => r.status === 'rejected')
      // One device that was told is enough: the message would come twice there.
      if (failed && told.length === 0) throw failed.reason
      const gone = asked.filter((_, i) => {
        const result = results[i]!
        return result.status === 'fulfilled' && result.value === 'gone'
      })
      return { sent: told.length > 0, gone: gone.map((d) => d.id) }
    },
  }
}
