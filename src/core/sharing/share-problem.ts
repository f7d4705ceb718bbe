/** Why nothing is shared out. All but `notFound` are proven. */
export type ShareReason = 'fixedAlike' | 'allTouch' | 'surrounded' | 'oddRing' | 'alternates' | 'oneKind' | 'notFound';
/** `about`: the things that stand against it. */
export type ShareProblem = { problem: string; reason: ShareReason; about: number[] };
