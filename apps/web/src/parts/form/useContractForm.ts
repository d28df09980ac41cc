import { Form, type FormInstance } from 'antd'
import { useEffect, useRef, useState } from 'react'
import type * as v from 'valibot'
import { fit, RefusedError, wordsOf } from '../../shell/api'
import { useWhoIsHere } from '../../shell/session'
import { useUnsaved } from '../../shell/unsaved'
import type { Writing } from '../useWriting'
import { forgetDraft, keepDraft, readDraft } from './drafts'
import { layFaults } from './faults'

/** What `send` answers where the keeper has to say more first: nothing was sent, and all stays as it is. */
export const NOT_YET = Symbol('not sent yet')

interface Options<D extends object, S extends v.GenericSchema> {
  /** What stands in the form to begin with. */
  begin: D
  /** What is sent must fit this: what does not is said at its fields, in the server's words, before anything is sent. */
  schema: S
  /** What is sent, made of what stands in the form. */
  body(draft: D): unknown
  /** Sends it, and goes on from there. What it refuses is said at its fields too. */
  send(body: v.InferInput<S>): Promise<unknown>
  /** How a field of what is sent is called in the form, where it is called otherwise. */
  fieldOf?(field: string): string
  /** Under which name what is written is kept on this device until it is sent. */
  keepAs?: string
  /** Of a thing that others may change meanwhile: what is written goes there, and what is settled between both comes from there. */
  writing?: Pick<Writing<D>, 'draft' | 'version' | 'change'>
}

export interface ContractForm<D extends object> {
  form: FormInstance<D>
  begin: D
  /** What stands in it now. */
  draft: D
  /** Sets fields, as a choice in another may. */
  change(part: Partial<D>): void
  /** What was refused and is about no field that is shown. */
  fault: string
  /** All that was refused, for a control that says itself which of its parts it is about. */
  refused: RefusedError | null
  sending: boolean
  /** What was written here before and never sent is in it again. */
  isRestored: boolean
  /** Begins anew, and forgets what was written. */
  startAnew(): void
  /** For the parts library's form. */
  handlers: {
    onFinish(): void
    onValuesChange(changed: Partial<D>): void
  }
}

const KEEP_AFTER_MS = 400

/** Stops a clock; whether it was running. */
function stop(timer: { current: number | undefined }): boolean {
  const isRunning = timer.current !== undefined
  window.clearTimeout(timer.current)
  timer.current = undefined
  return isRunning
}

/**
 * A form whose body is what the contract says it is. Faults stand at their fields, whoever finds them: the reader of a quantity, the schema, or
 * the server. Whoever leaves with something unsaved is asked, and what they wrote is kept on this device until it is sent or dropped.
 */
export function useContractForm<D extends object, S extends v.GenericSchema>(
  options: Options<D, S>,
): ContractForm<D> {
  const { schema, body, send, fieldOf = (field) => field, keepAs, writing } = options
  const [begin] = useState(options.begin)
  const [form] = Form.useForm<D>()
  const draft = { ...begin, ...(Form.useWatch((values) => values as D, { form, preserve: true }) ?? {}) }
  const [fault, setFault] = useState('')
  const [refused, setRefused] = useState<RefusedError | null>(null)
  const [sending, setSending] = useState(false)
  const [isRestored, setRestored] = useState(false)
  const here = useWhoIsHere()
  const key = keepAs && here && `${here.bookId} ${here.memberId} ${keepAs}`
  const { mark, clear } = useUnsaved(keepAs !== undefined)
  const timer = useRef<number>(undefined)

  useEffect(() => {
    if (!key) return
    let isHere = true
    void readDraft(key, begin).then((kept) => {
      if (!kept || !isHere || form.isFieldsTouched()) return
      form.setFieldsValue(kept as never)
      setRestored(true)
    })
    return () => {
      isHere = false
    }
  }, [key, begin, form])

  const version = writing?.version
  const settled = useRef({ version, draft: writing?.draft })
  useEffect(() => {
    settled.current.draft = writing?.draft
    if (settled.current.version === version) return
    settled.current.version = version
    form.setFieldsValue(settled.current.draft as never)
  }, [version, writing?.draft, form])

  const keep = () => {
    if (!key) return
    stop(timer)
    timer.current = window.setTimeout(() => {
      stop(timer)
      void keepDraft(key, form.getFieldsValue(true) as D)
    }, KEEP_AFTER_MS)
  }
  // Whoever goes at once after the last letter finds that one again too.
  useEffect(() => {
    if (!key) return
    return () => {
      if (!stop(timer)) return
      void keepDraft(key, form.getFieldsValue(true) as D)
    }
  }, [key, form])
  const forget = () => {
    stop(timer)
    clear()
    setRestored(false)
    if (key) void forgetDraft(key)
  }
  const refuse = (error: unknown) => {
    if (!(error instanceof RefusedError)) {
      // A fault of the program's own: the keeper is told that nothing was sent, and whoever mends it finds it in the console.
      setFault(wordsOf(error))
      throw error
    }
    setRefused(error)
    const { atFields, apart } = layFaults(error.problem, form.getFieldsValue(), fieldOf)
    form.setFields(atFields as never)
    setFault(apart)
    const [first] = atFields
    if (first) form.scrollToField(first.name as never, { block: 'nearest', focus: true })
  }
  const save = async () => {
    setFault('')
    setRefused(null)
    setSending(true)
    try {
      const fitted = fit(schema, body({ ...begin, ...(form.getFieldsValue(true) as D) }))
      // Going on from here leaves nothing unsaved behind; where it is refused, it is unsaved again.
      clear()
      if ((await send(fitted)) === NOT_YET) mark()
      else forget()
    } catch (error) {
      mark()
      refuse(error)
    } finally {
      setSending(false)
    }
  }
  return {
    ...{ form, begin, draft, fault, refused, sending, isRestored },
    change: (part) => {
      form.setFieldsValue(part as never)
      writing?.change(part)
      mark()
      keep()
    },
    startAnew: () => {
      form.resetFields()
      setFault('')
      setRefused(null)
      forget()
    },
    handlers: {
      onFinish: () => void save(),
      onValuesChange: (changed) => {
        writing?.change(changed)
        mark()
        keep()
        setFault('')
        // What was said of a field is not so any more once it is written otherwise; its own reader speaks again at once.
        for (const name of Object.keys(changed))
          if (form.getFieldError(name as never).length > 0) form.setFields([{ name, errors: [] }] as never)
      },
    },
  }
}
