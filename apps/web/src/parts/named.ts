/**
 * What an address names; where it names none, what usually stands there.
 * @returns undefined where it names one that is not there: no other may stand in its place, or what is written next would be written of that one
 */
export const named = <T>(
  list: readonly T[],
  id: string | null | undefined,
  idOf: (one: T) => string,
  usual: T | undefined,
): T | undefined => (id ? list.find((one) => idOf(one) === id) : usual)
