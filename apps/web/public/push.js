/* What a push service hands to the service worker is shown, with the application open or not; a tap opens the messages. */
self.addEventListener('push', (event) => {
  let said = {}
  try {
    said = event.data.json()
  } catch {
    // A browser asks that something is shown for whatever came.
  }
  event.waitUntil(
    self.registration.showNotification(said.subject ?? 'Hatch Book', {
      body: said.body ?? 'There is a message in your book.',
      tag: said.id,
    }),
  )
})
self.addEventListener('notificationclick', (event) => {
  event.notification.close()
  event.waitUntil(
    self.clients.matchAll({ type: 'window' }).then(async (open) => {
      const [first] = open
      if (!first) return self.clients.openWindow('/messages')
      await first.focus()
      return first.navigate('/messages')
    }),
  )
})
