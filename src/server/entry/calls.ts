/** The calls of the HTTP interface: a token opens those that it was made for. */
export const CALLS = ['outlook', 'gates', 'season', 'workload', 'mix', 'route', 'identify'] as const;
export type Call = (typeof CALLS)[number];
