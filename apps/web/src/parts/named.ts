/**
 * What an address names; where it names none, what usually stands there.
 * @returns undefined where it names one that is not there: no other may stand in its place, or what is written next would be written of that one
 */
export const named = <T extends { id: string }>(
  list: readonly T[],
  id: string | undefined,
  usual: T | undefined,
): T | undefined => (id === undefined ? usual : list.find((one) => one.id === id))
