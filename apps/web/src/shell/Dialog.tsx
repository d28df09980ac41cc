import type { ModalProps } from 'antd'
import { lazy, Suspense } from 'react'

const load = () => import('./DialogDrawn')
const Loaded = lazy(load)

/** A dialog of the frame: what draws it comes once one is opened, and not with the first page. */
export function Dialog(props: ModalProps) {
  if (!props.open) return null
  return (
    <Suspense fallback={null}>
      <Loaded {...props} />
    </Suspense>
  )
}

/** Fetches what draws dialogs, so that the first one opens at once, without a signal too. */
export const readDialogAhead = (): Promise<unknown> => load()
