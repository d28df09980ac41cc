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
        registration.waiting.postMessage({ type: 'SKIP_WAITING' })
      })
      // Where a browser forbids it (a private window), the program works on line all the same.
      .catch(() => undefined)
  })
}
