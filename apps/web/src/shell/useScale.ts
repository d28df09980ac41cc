import { addressOf, weighingApi, type Sample, type ScaleView } from '@hatch-book/contract'
import { steadyWeight, type NoReading, type ScaleSample, type SteadyWeight } from '@hatch-book/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { send } from './api'

export type Reading = Extract<SteadyWeight, { steady: true }>

export type ScaleState =
  | { is: 'silent' }
  | { is: 'empty'; shows: number }
  | { is: 'settling'; shows: number }
  | { is: 'steady'; shows: number; reading: Reading }
  | { is: 'too heavy' }
  | { is: 'lifted off'; shows: number }
  /** Taken: it waits for the pan to be empty again. */
  | { is: 'lift it off'; shows: number }

const KEPT_MS = 20_000
const SILENT_MS = 2500
/** Taken animals are off the pan once it shows less than this share of them. */
const OFF_SHARE = 0.3
const OFF_MS = 300

const STATES: Record<NoReading, 'empty' | 'settling' | 'too heavy' | 'lifted off'> = {
  'no samples': 'settling',
  'nothing on it': 'empty',
  restless: 'settling',
  'too heavy': 'too heavy',
  'lifted off': 'lifted off',
}

/**
 * Listens to a scale and tells what stands on it. `taken` says that the reading was used: until the pan has been empty the same
 * animal is not read again.
 */
export function useScale(scale: ScaleView | null): { state: ScaleState; taken(): void } {
  const [state, setState] = useState<ScaleState>({ is: 'silent' })
  const samples = useRef<ScaleSample[]>([])
  const waitsFor = useRef<{ below: number; since: number | null } | null>(null)
  const id = scale?.id
  const capacityGrams = scale?.capacityGrams
  useEffect(() => {
    if (!id || !capacityGrams) return
    samples.current = []
    waitsFor.current = null
    let silence: ReturnType<typeof setTimeout> | undefined
    const source = new EventSource(addressOf(weighingApi.liveScale, { params: { id } }))
    source.onmessage = ({ data }: MessageEvent<string>) => {
      clearTimeout(silence)
      silence = setTimeout(() => setState({ is: 'silent' }), SILENT_MS)
      const heard = (JSON.parse(data) as Sample[]).map(([atMs, grams]) => ({ atMs, grams: grams ?? NaN }))
      const last = heard.at(-1)!
      // A bridge that was started anew counts from zero again.
      const before = samples.current.at(-1)
      if (before && last.atMs < before.atMs) samples.current = []
      samples.current = keptOf([...samples.current, ...heard])
      setState(stateOf())
    }
    return () => {
      clearTimeout(silence)
      source.close()
    }

    function stateOf(): ScaleState {
      const all = samples.current
      const last = all.at(-1)!
      const waits = waitsFor.current
      if (waits) {
        if (!(last.grams < waits.below)) waits.since = null
        else waits.since ??= last.atMs
        if (waits.since === null || last.atMs - waits.since < OFF_MS)
          return { is: 'lift it off', shows: last.grams }
        samples.current = all.filter((s) => s.atMs >= waits.since!)
        waitsFor.current = null
      }
      const read = steadyWeight(samples.current, { capacityGrams: capacityGrams! })
      if (read.steady)
        return read.liftedOff
          ? { is: 'lifted off', shows: last.grams }
          : { is: 'steady', shows: last.grams, reading: read }
      const is = STATES[read.why]
      return is === 'too heavy' ? { is } : { is, shows: last.grams }
    }
  }, [id, capacityGrams])
  const taken = useCallback(() => {
    const last = samples.current.at(-1)
    if (last) waitsFor.current = { below: last.grams * OFF_SHARE, since: null }
    setState({ is: 'lift it off', shows: last?.grams ?? 0 })
  }, [])
  return { state, taken }
}

/** The last seconds, and, where something has stood on it for longer than those, what the empty pan showed before. */
function keptOf(all: readonly ScaleSample[]): ScaleSample[] {
  const since = all.at(-1)!.atMs - KEPT_MS
  const first = all.findIndex((s) => s.atMs > since)
  const recent = all.slice(Math.max(0, first))
  const loaded = PAN_SHARE * Math.max(...recent.map((s) => s.grams).filter(Number.isFinite))
  const isLoaded = recent.every((s) => !(s.grams < loaded))
  const pan = isLoaded ? all.slice(0, Math.max(0, first)).filter((s) => s.grams < loaded) : []
  return [...pan.slice(-PAN_SAMPLES), ...recent]
}
const PAN_SHARE = 0.25
const PAN_SAMPLES = 60

/** Tells the scale's bridge who comes next. */
export function useAwaited(scale: ScaleView | null, animalId: string | null): void {
  const id = scale?.id
  useEffect(() => {
    if (!id) return
    void send(weighingApi.awaitOnScale, { params: { id }, body: { animalId } }).catch(() => undefined)
  }, [id, animalId])
  useEffect(() => {
    if (!id) return
    return () =>
      void send(weighingApi.awaitOnScale, { params: { id }, body: { animalId: null } }).catch(() => undefined)
  }, [id])
}
