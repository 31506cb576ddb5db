import { type Kysely, sql } from "kysely";
import { reword } from "./reword";

/** Where the database itself goes by a site's policy: the function, and the words by which it reads it of unit `u`. */
const reads: readonly (readonly [string, string])[] = [
  ["tag_step_before", "s.policy->>'returnToService'"],
  ["seal_before", "s.policy->>'longestWalkMin'"],
  ["lasting_before", "s.policy->>'intervals'"],
  ["is_borrowable", "s.policy->>'intervals'"],
];
const forUnit = "policy_for(s.policy, u.family)";

/** A policy may say otherwise for a family: a unit goes by its site's, with what that says of its family over it. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE FUNCTION policy_for(policy jsonb, family text) RETURNS jsonb LANGUAGE sql IMMUTABLE AS
  $$ SELECT (policy - 'families') || coalesce(policy->'families'->family, '{}') $$;`)
    .execute(db);
  for (const [name, words] of reads) await reword(db, name, words, words.replace("s.policy", forUnit));
}

export async function down(db: Kysely<never>): Promise<void> {
  for (const [name, words] of reads) await reword(db, name, words.replace("s.policy", forUnit), words);
  await sql.raw("DROP FUNCTION policy_for(jsonb, text);").execute(db);
}
