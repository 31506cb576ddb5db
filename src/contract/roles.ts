/** Roles of the field guide's section 1. */
export const roles = [
  "operator",
  "ground_person",
  "supervisor",
  "technician",
  "owner",
  "trainer",
  "auditor",
] as const;
export type Role = (typeof roles)[number];
