import { pairingApi, newId } from '@hatch-book/contract'
import { Input, Modal } from 'antd'
import { useState } from 'react'
import { RefusedError, send, wordsOf } from '../shell/api'
import { useNotices } from '../shell/notices'
import { useGoOn } from '../shell/useGoOn'

/**
 * Puts two animals down for each other. What speaks against it is told first, in the server's words; whoever knows better says
 * why, and the pairing keeps both.
 * @returns `asked`: the dialog in which it is told, to be drawn by the page
 */
export function useStartPairing() {
  const notification = useNotices()
  const [modal, asked] = Modal.useModal()
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
    } catch (error) {
      if (error instanceof RefusedError && error.problem.code === 'gate-closed')
        askWhy(female, male, error.words)
      else notification.error({ title: 'Not paired', description: wordsOf(error) })
    } finally {
      setAsking(false)
    }
  }
  const askWhy = (
    female: { id: string; tag: string },
    male: { id: string; tag: string },
    refused: string,
  ) => {
    let reason = ''
    const contentOf = (fault = '') => (
      <>
        <p className="note bad" role="alert">
          {refused}
        </p>
        <label htmlFor="despite">Why pair them anyway?</label>
        <Input id="despite" autoFocus maxLength={400} onChange={(e) => (reason = e.target.value)} />
        {fault && (
          <p className="bad small" role="alert">
            {fault}
          </p>
        )}
      </>
    )
    const overrule = async (close: () => void) => {
      if (reason.trim() === '')
        return dialog.update({ content: contentOf('Give a reason. It is saved with the pairing.') })
      dialog.update({ okButtonProps: { loading: true } })
      try {
        goOn(`/pairing/${await putDown(female, male, reason.trim())}`)
        close()
      } catch (error) {
        dialog.update({ content: contentOf(wordsOf(error)), okButtonProps: { loading: false } })
      }
    }
    const dialog = modal.confirm({
      title: `${female.tag} × ${male.tag} is refused`,
      width: 520,
      icon: null,
      content: contentOf(),
      okText: 'Overrule and pair',
      cancelText: 'Cancel',
      onOk: (close: () => void) => void overrule(close),
    })
  }
  return { start, asking, asked }
}
