/** Problem details of RFC 9457: every refusal of the API has this shape, sent as application/problem+json. */
export type Problem = {
  /** names the kind of problem, for programs: "invalid-input", "not-found", "refused", ... */
  type: string;
  title: string;
  status: number;
  /** what is wrong, for people */
  detail: string;
  /** fields at fault: which, what is accepted, what came */
  errors?: readonly FieldError[];
  /** for `no-plan`: the nearest target that works */
  nearest?: unknown;
};

export type FieldError = { field: string; accepted: string; got: string };

export const PROBLEM_TYPE = 'application/problem+json';
export const BODY_LIMIT = '1mb';
