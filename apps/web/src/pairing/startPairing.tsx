import { pairingApi, newId } from '@hatch-book/contract'
import { App, Input } from 'antd'
import { useState } from 'react'
import type { RefusedError } from '../shell/api'
import { send } from '../shell/api'
import { useGoOn } from '../shell/useGoOn'

/**
 * Puts two animals down for each other. What speaks against it is told first, in the server's words; whoever knows better says
 * why, and the pairing keeps both.
 */
export function useStartPairing() {
  const { modal, notification } = App.useApp()
  const goOn = useGoOn()
  const [asking, setAsking] = useState(false)
  const putDown = async (female: { id: string }, male: { id: string }, despite?: string) => {
    const id = newId()
    await send(pairingApi.add, {
      body: {
        ...{ id, femaleId: female.id, maleId: male.id },
        ...(despite ? { despite } : {}),
      },
    })
    return id
  }
  const start = async (
    female: { id: string; tag: string },
    male: { id: string; tag: string },
  ): Promise<void> => {
    setAsking(true)
    try {
      goOn(`/pairing/${await putDown(female, male)}`)
    } catch (refused) {
      const error = refused as RefusedError
      if (error.problem?.code !== 'gate-closed')
        notification.error({ title: 'Not paired', description: error.message })
      else askWhy(female, male, error)
    } finally {
      setAsking(false)
    }
  }
  const askWhy = (
    female: { id: string; tag: string },
    male: { id: string; tag: string },
    error: RefusedError,
  ) => {
    let reason = ''
    modal.confirm({
      title: `${female.tag} × ${male.tag} is refused`,
      width: 520,
      icon: null,
      content: (
        <div role="alert">
          {(error.problem.fields ?? []).map((f) => (
            <p key={`${f.field} ${f.says}`} className="note bad">
              {f.says}
            </p>
          ))}
          <label htmlFor="despite">Pair them all the same, because</label>
          <Input id="despite" autoFocus maxLength={400} onChange={(e) => (reason = e.target.value)} />
        </div>
      ),
      okText: 'Overrule and pair',
      cancelText: 'Cancel',
      onOk: async () => {
        if (reason.trim() === '') {
          notification.warning({ key: 'despite', title: 'Say why: it stays with the pairing' })
          throw new Error('no reason')
        }
        goOn(`/pairing/${await putDown(female, male, reason.trim())}`)
      },
    })
  }
  return { start, asking }
}
