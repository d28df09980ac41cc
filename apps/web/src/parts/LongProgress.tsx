import { Button, Progress } from 'antd'

/** How far a long calculation is, and the button that stops it; nothing where none runs. */
export function LongProgress({ name, done, onStop }: { name: string; done: number | null; onStop(): void }) {
  if (done === null) return null
  return (
    <div className="row">
      <Progress percent={Math.round(done * 100)} size="small" aria-label={name} className="grows" />
      <Button size="small" onClick={onStop}>
        Stop
      </Button>
    </div>
  )
}
