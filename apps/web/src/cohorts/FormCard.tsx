import { Button } from 'antd'
import type { FormEvent, ReactNode } from 'react'
import { useEscape } from '../shell/keys'

/** A small form beside a cohort: Enter keeps it, Esc leaves it. */
export function FormCard({
  title,
  keep,
  says = '',
  held = false,
  onKeep,
  onDone,
  children,
}: {
  title: string
  keep: string
  says?: string
  /** Something has to be settled before it can be kept. */
  held?: boolean
  onKeep(): Promise<void> | void
  onDone(): void
  children: ReactNode
}) {
  useEscape(onDone)
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void onKeep()
  }
  return (
    <form className="card now below-12" onSubmit={submit} aria-label={title}>
      <h3>{title}</h3>
      {children}
      {says && (
        <p className="bad small" role="alert">
          {says}
        </p>
      )}
      <div className="row above-12 gap-8">
        <Button type="primary" htmlType="submit" disabled={held}>
          {keep}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  )
}
