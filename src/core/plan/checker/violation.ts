/** A rule a plan breaks, at which step, and why that is so. `step` is empty for the plan as a whole. */
export interface Violation {
  readonly rule: string;
  readonly step: string;
  readonly why: string;
}
