/** What comes of a question over HTTP. */

/** What is wrong with a call, field by field. `row` counts from 1 within the list that it is in. */
export type ProblemField = Readonly<{
  field: string;
  row?: number;
  /** what is wrong, for programs: it does not change with the words */
  code: string;
  problem: string;
  remedy?: string;
}>;

export type Answered =
  | Readonly<{ ok: true; body: unknown }>
  | Readonly<{ ok: false; errors: readonly ProblemField[] }>;

/** What came of it: the answer as JSON, or why there is none. */
export type Worked =
  | Readonly<{ kind: 'answer'; json: string }>
  | Readonly<{ kind: 'not JSON'; detail: string }>
  | Readonly<{ kind: 'not as described' | 'cannot be computed'; errors: readonly ProblemField[] }>;
