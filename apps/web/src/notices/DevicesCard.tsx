import { DeviceDraft, noticesApi, newId, type Ways } from '@hatch-book/contract'
import { Button } from 'antd'
import { useState } from 'react'
import { fit, RefusedError, send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useNotices } from '../shell/notices'

const isAble = () => 'serviceWorker' in navigator && 'PushManager' in window && 'Notification' in window

/** How a keeper calls the device before them. */
function deviceName(): string {
  const of = navigator.userAgent
  const kind = /iPhone|iPad/.test(of)
    ? of.match(/iPhone|iPad/)![0]
    : /Android/.test(of)
      ? 'Android phone'
      : ''
  return kind || (/Mac/.test(of) ? 'Mac' : /Windows/.test(of) ? 'Windows computer' : 'this computer')
}

async function subscribe(pushKey: string): Promise<void> {
  if ((await Notification.requestPermission()) !== 'granted')
    throw new Error('This browser was told not to show messages of the book. Allow it in its settings.')
  const worker = await navigator.serviceWorker.ready
  const made = await worker.pushManager.subscribe({ userVisibleOnly: true, applicationServerKey: pushKey })
  const { endpoint, keys } = made.toJSON()
  await send(noticesApi.addDevice, {
    body: fit(DeviceDraft, { id: newId(), name: deviceName(), endpoint, keys }),
  })
}

/** Which phones and browsers of the member are told, and whether anything arrives. */
export function DevicesCard({ ways: { mail, pushKey, devices } }: { ways: Ways }) {
  const figures = useFigures()
  const notification = useNotices()
  const [busy, setBusy] = useState(false)
  const act = async (work: () => Promise<unknown>, done: string) => {
    setBusy(true)
    try {
      await work()
      notification.success({ title: done })
    } catch (error) {
      notification.error({
        title: 'Not done',
        description: error instanceof RefusedError ? error.words : (error as Error).message,
      })
    } finally {
      setBusy(false)
    }
  }
  if (!mail && !pushKey) return null
  return (
    <section className="card" aria-label="Where you are told">
      <h2>Where you are told</h2>
      <p className="small quiet">{mail ? 'By e-mail, to the address you sign in with.' : 'Not by e-mail.'}</p>
      {pushKey && (
        <>
          {devices.length > 0 && (
            <ul className="lines">
              {devices.map((d) => (
                <li key={d.id} className="between">
                  <span>
                    {d.name} <span className="small quiet">since {figures.instant(d.since)}</span>
                  </span>
                  <button
                    type="button"
                    className="plain small"
                    onClick={() =>
                      void act(
                        () => send(noticesApi.removeDevice, { params: { id: d.id } }),
                        'No longer told',
                      )
                    }
                  >
                    stop
                  </button>
                </li>
              ))}
            </ul>
          )}
          {isAble() ? (
            <Button
              disabled={busy}
              onClick={() => void act(() => subscribe(pushKey), 'This device is told now')}
            >
              Tell this device
            </Button>
          ) : (
            <p className="small quiet">
              This browser cannot be told. On an iPhone or iPad, put the book on the home screen first.
            </p>
          )}
        </>
      )}
      <div className="above-12">
        <Button
          disabled={busy}
          onClick={() => void act(() => send(noticesApi.sendTrial), 'A trial message is on its way')}
        >
          Send a trial message
        </Button>
      </div>
    </section>
  )
}
