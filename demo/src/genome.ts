/** What an animal truly has at each locus: the room sees only what shows. */
export type Genome = Readonly<Record<string, readonly [number, number]>>
