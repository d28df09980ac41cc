/** Stages whose names are things that are counted; others, such as 'L3' or 'tail shrinking', stand as they are. */
const MANY: Readonly<Record<string, string>> = {
  ...{ egg: 'eggs', cell: 'cells', nymph: 'nymphs', tadpole: 'tadpoles', froglet: 'froglets' },
  ...{ larva: 'larvae', pupa: 'pupae', cocoon: 'cocoons', adult: 'adults', juvenile: 'juveniles' },
}

/** A stage as one says it of so many: 'eggs', 'egg', 'L3'. */
export function stageOf(n: number, stage: string): string {
  const [, before = '', last = stage] = /^(.* )?(\S+)$/.exec(stage) ?? []
  return `${before}${n === 1 ? last : (MANY[last.toLowerCase()] ?? last)}`
}

/** So many of a stage. */
export const ofStage = (n: number, stage: string) => `${n} ${stageOf(n, stage)}`
