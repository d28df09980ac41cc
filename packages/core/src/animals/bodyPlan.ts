/** The plan of a body: what a condition score is read from. */
export const BODY_PLANS = ['snake', 'lizard', 'chelonian', 'frog', 'salamander', 'arthropod'] as const
export type BodyPlan = (typeof BODY_PLANS)[number]
