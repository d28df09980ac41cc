import * as Comlink from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'

/** What a worker offers: one long task that tells how far it is. */
export interface LongTask<Input, Output> {
  run(input: Input, report: (done: number) => void): Promise<Output> | Output
}

export interface TaskState<Output> {
  /** Share that is done, 0 to 1; null when nothing runs. */
  progress: number | null
  result: Output | null
  error: string | null
  stop(): void
}

/**
 * Runs a long calculation beside the screen: anew whenever its input changes, stopped when the view is left. A worker that is
 * stopped is ended, so that nothing goes on unseen.
 */
export function useLongTask<Input, Output>(create: () => Worker, input: Input | null): TaskState<Output> {
  const [state, setState] = useState<Omit<TaskState<Output>, 'stop'>>({
    progress: null,
    result: null,
    error: null,
  })
  const running = useRef<Worker | null>(null)
  const make = useRef(create)
  const stop = useCallback(() => {
    running.current?.terminate()
    running.current = null
    setState((s) => ({ ...s, progress: null }))
  }, [])
  useEffect(() => {
    if (input === null) return
    const worker = make.current()
    running.current = worker
    const task = Comlink.wrap<LongTask<Input, Output>>(worker)
    const report = (done: number) => {
      if (running.current === worker) setState((s) => ({ ...s, progress: done }))
    }
    report(0)
    task.run(input as never, Comlink.proxy(report) as never).then(
      (result) => {
        if (running.current === worker) setState({ progress: null, result: result as Output, error: null })
        worker.terminate()
      },
      (error: Error) => {
        if (running.current === worker) setState({ progress: null, result: null, error: error.message })
        worker.terminate()
      },
    )
    return () => {
      if (running.current === worker) running.current = null
      worker.terminate()
    }
  }, [input])
  return { ...state, stop }
}
