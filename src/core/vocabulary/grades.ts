/**
 * What a check's answer is graded, worst last. Marks, messages, Zod and the database's own checks follow this list: a
 * grade left out of one of them does not compile, or fails a test.
 */
export const grades = ["fine", "put_right", "watch", "repair_by", "tag_out"] as const;
export type Grade = (typeof grades)[number];

/** The grades a finding can have: everything but no finding at all. */
export const findingGrades = [
  "put_right",
  "watch",
  "repair_by",
  "tag_out",
] as const satisfies readonly Grade[];
export type FindingGrade = Exclude<Grade, "fine">;

/** Grades an owner may set by rule; the floor still stands over them. */
export const ownerGrades = ["watch", "repair_by", "tag_out"] as const satisfies readonly FindingGrade[];

export const isWorse = (a: Grade, b: Grade): boolean => grades.indexOf(a) > grades.indexOf(b);
