/** The steps of a chamber, in the order in which practitioners work. */
export const STEPS = ['occupant', 'chamber', 'probes', 'loads', 'settings', 'card', 'check', 'faults', 'prove', 'run', 'review'] as const
export type StepName = (typeof STEPS)[number]
/** Steps in which nothing is planned. */
export const UNPLANNED: readonly StepName[] = ['prove', 'run', 'review']
/** Steps that build on what is keyed. */
export const AFTER_SETTINGS: readonly StepName[] = ['card', 'check', 'faults', ...UNPLANNED]
