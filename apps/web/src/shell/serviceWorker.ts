import { booksApi } from '@hatch-book/contract'
import { ask } from './api'

/**
 * The application opens without a signal: its files are kept by a service worker. A new version takes over when the program is opened anew,
 * never under somebody's hands.
 */
export function registerServiceWorker(): void {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return
  window.addEventListener('load', () => {
    void navigator.serviceWorker
      .register('/sw.js')
      .then((registration) => {
        if (!registration.waiting || !navigator.serviceWorker.controller) return
        navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), {
          once: true,
        })
        // A new version asks for everything anew: it waits for a signal, so that what the old one kept is there as long as it is needed.
        const { waiting } = registration
        void ask(booksApi.session)
          .then(() => waiting.postMessage({ type: 'SKIP_WAITING' }))
          .catch(() => undefined)
      })
      // Where a browser forbids it (a private window), the program works on line all the same.
      .catch(() => undefined)
  })
}
