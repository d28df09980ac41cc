import type { Configuration } from '../shell/configuration'
import { mailWay } from './ways/mail'
import { pushWay, USUAL_SERVICES } from './ways/push'
import type { WaysOut } from '../shell/way'

/** The ways that a server's environment gives it. */
export function waysOutOf(c: Configuration): WaysOut {
  const { MAIL_SERVER, MAIL_FROM, PUSH_PUBLIC_KEY, PUSH_PRIVATE_KEY, PUSH_CONTACT, PUSH_SERVICES } = c
  return {
    mail: MAIL_SERVER && MAIL_FROM ? mailWay(MAIL_SERVER, MAIL_FROM) : null,
    push:
      PUSH_PUBLIC_KEY && PUSH_PRIVATE_KEY && PUSH_CONTACT
        ? pushWay({
            ...{ publicKey: PUSH_PUBLIC_KEY, privateKey: PUSH_PRIVATE_KEY, contact: PUSH_CONTACT },
            services: PUSH_SERVICES ?? USUAL_SERVICES,
          })
        : null,
  }
}
