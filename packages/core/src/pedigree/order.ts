/** An animal with its parents; null where a parent is not known. */
export interface PedigreeAnimal {
  id: string
  dam: string | null
  sire: string | null
}

/** What is wrong with a pedigree, with the animals by name. */
export class PedigreeError extends Error {
  constructor(
    readonly code: 'loop' | 'twice' | 'sexes',
    readonly ids: readonly string[],
    says: string,
  ) {
    super(says)
  }
}

/** A pedigree with parents before their young: for each place, the places of dam and sire, -1 where unknown. */
export interface OrderedPedigree {
  ids: string[]
  dams: Int32Array
  sires: Int32Array
  indexOf: ReadonlyMap<string, number>
}

/**
 * Lays a pedigree out with parents before young. A parent that is not itself in the list counts as unknown.
 * @throws PedigreeError `loop` names the animals of a loop in their order, `twice` an animal given twice, `sexes` one that is
 *   a dam here and a sire there
 */
export function orderPedigree(
  animals: readonly PedigreeAnimal[],
  nameOf: (id: string) => string = (id) => id,
): OrderedPedigree {
  const given = new Map<string, PedigreeAnimal>()
  for (const animal of animals) {
    if (given.has(animal.id))
      throw new PedigreeError('twice', [animal.id], `${nameOf(animal.id)} is in the pedigree twice`)
    given.set(animal.id, animal)
  }
  const asDam = new Set<string>()
  const asSire = new Set<string>()
  for (const { dam, sire } of animals) {
    if (dam !== null) asDam.add(dam)
    if (sire !== null) asSire.add(sire)
  }
  for (const id of asDam)
    if (asSire.has(id))
      throw new PedigreeError('sexes', [id], `${nameOf(id)} is a dam in one place and a sire in another`)
  const indexOf = new Map<string, number>()
  const ids: string[] = []
  const onTheWay = new Set<string>()
  for (const { id: start } of animals) {
    const stack = [start]
    while (stack.length > 0) {
      const id = stack.at(-1)!
      if (indexOf.has(id)) {
        stack.pop()
        continue
      }
      const { dam, sire } = given.get(id)!
      onTheWay.add(id)
      const waiting = [dam, sire].filter((p) => p !== null && given.has(p) && !indexOf.has(p)) as string[]
      const inLoop = waiting.find((p) => onTheWay.has(p))
      if (inLoop !== undefined) throw loopError(inLoop, given, nameOf)
      if (waiting.length > 0) stack.push(...waiting)
      else {
        indexOf.set(id, ids.length)
        ids.push(id)
        onTheWay.delete(id)
        stack.pop()
      }
    }
  }
  const place = (id: string | null) => (id === null ? -1 : (indexOf.get(id) ?? -1))
  return {
    ids,
    dams: Int32Array.from(ids, (id) => place(given.get(id)!.dam)),
    sires: Int32Array.from(ids, (id) => place(given.get(id)!.sire)),
    indexOf,
  }
}

/** The loop through an animal: each the child of the next. */
function loopError(
  start: string,
  given: ReadonlyMap<string, PedigreeAnimal>,
  nameOf: (id: string) => string,
): PedigreeError {
  const from = new Map<string, string | null>([[start, null]])
  const queue = [start]
  while (queue.length > 0) {
    const id = queue.shift()!
    const { dam, sire } = given.get(id)!
    for (const parent of [dam, sire]) {
      if (parent === start) {
        const loop: string[] = []
        for (let at: string | null = id; at !== null; at = from.get(at)!) loop.unshift(at)
        const chain = [...loop, start].map(nameOf).join(' is a child of ')
        return new PedigreeError('loop', loop, `an animal cannot be its own ancestor: ${chain}`)
      }
      if (parent !== null && given.has(parent) && !from.has(parent)) {
        from.set(parent, id)
        queue.push(parent)
      }
    }
  }
  return new PedigreeError('loop', [start], `${nameOf(start)} is its own ancestor`)
}

/** What was wrong with a pedigree that was laid out all the same. */
export interface PedigreeFault {
  code: PedigreeError['code']
  ids: readonly string[]
  says: string
}

/**
 * Lays a pedigree out whatever is wrong with it: parents that cannot be are taken as unknown, and each such is told. One wrong record of a
 * thousand must not keep anybody from reckoning with the others.
 * @returns the pedigree without the wrong parents, and what was wrong
 */
export function soundPedigree(
  animals: readonly PedigreeAnimal[],
  nameOf: (id: string) => string = (id) => id,
): { pedigree: OrderedPedigree; faults: PedigreeFault[] } {
  const faults: PedigreeFault[] = []
  let rest = [...animals]
  for (;;)
    try {
      return { pedigree: orderPedigree(rest, nameOf), faults }
    } catch (error) {
      if (!(error instanceof PedigreeError)) throw error
      faults.push({ code: error.code, ids: error.ids, says: error.message })
      rest = without(rest, error)
    }
}

/** Each takes at least one animal or parent away, so that it ends. */
function without(animals: readonly PedigreeAnimal[], { code, ids }: PedigreeError): PedigreeAnimal[] {
  const [wrong] = ids
  if (code === 'twice')
    return animals.filter((a, i) => a.id !== wrong || animals.findIndex((b) => b.id === wrong) === i)
  if (code === 'loop') return animals.map((a) => (a.id === wrong ? { ...a, dam: null, sire: null } : a))
  // Whichever it is less often is the slip.
  const count = (role: 'dam' | 'sire') => animals.filter((a) => a[role] === wrong).length
  const role = count('dam') < count('sire') ? 'dam' : 'sire'
  return animals.map((a) => (a[role] === wrong ? { ...a, [role]: null } : a))
}
