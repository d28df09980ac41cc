import type { EmptyTub } from '@hatch-book/core'

/** Tubs as one writes them on a list: '6 × 2 L', a line for each size; T1, T2 … in that order. */
export function readTubs(text: string): { tubs: EmptyTub[]; faults: string[] } {
  const tubs: EmptyTub[] = []
  const faults: string[] = []
  for (const line of text.split('\n').map((l) => l.trim())) {
    if (line === '') continue
    const found = /^(?:(\d{1,3})\s*(?:×|x|\*)\s*)?(\d+(?:[.,]\d+)?)\s*(?:l|litres?)?$/i.exec(line)
    if (!found) {
      faults.push(line)
      continue
    }
    for (let i = 0; i < Number(found[1] ?? 1); i++) {
      const name = `T${tubs.length + 1}`
      tubs.push({ id: name, name, litres: Number(found[2]!.replace(',', '.')) })
    }
  }
  return { tubs, faults }
}
