import { type SqlBool, sql } from "kysely";

// What failures are counted by, and records are found by: the same, so that a count leads to what it counts. `f` is a finding, `s` a
// seal.

/** A finding of the machine that had to be repaired or tagged it out; what was put right at once is none. */
export const failed = sql<SqlBool>`NOT f.place AND f.grade IN ('repair_by', 'tag_out') AND f.put_right IS NULL`;

/** Where on the machine it was found. */
export const placeOf = sql<string>`split_part(split_part(f.check_key, '@', 2), '.', 1)`;

/** What the hour meter showed on the inspection. */
export const hoursOf = sql<number>`(SELECT max(r.hours) FROM hour_reading r WHERE r.inspection_id = s.inspection_id)`;
