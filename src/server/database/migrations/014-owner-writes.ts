import { type Kysely, sql } from "kysely";

/** Functions that write what follows from a record, and not what their caller may write. */
const owners = [
  "note_row",
  "note_evidence",
  "ledger_ends_evidence",
  "evidence_is_seen",
  "examination_sets_due",
];

/** What follows from a record is written by the owner's functions alone: the app's role may add the record, and no more. */
export async function up(db: Kysely<never>): Promise<void> {
  for (const name of owners)
    await sql.raw(`ALTER FUNCTION ${name}() SECURITY DEFINER SET search_path = public, pg_temp;`).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  for (const name of owners)
    await sql.raw(`ALTER FUNCTION ${name}() SECURITY INVOKER RESET search_path;`).execute(db);
}
