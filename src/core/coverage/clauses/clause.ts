/**
 * Every clause of the job, by the practice's own sections, and the ids that serve it. An id is `kind:name`;
 * `*` stands for any run of letters. The tests refuse one that names nothing.
 */
export interface Clause {
  readonly clause: string;
  readonly served: readonly string[];
}

export interface Section {
  readonly number: number;
  readonly title: string;
  readonly clauses: readonly Clause[];
}

export const c = (clause: string, ...served: string[]): Clause => ({ clause, served });
