import { type Kysely, sql } from "kysely";

/** A unit whose ledger lacks what a tablet was told of is held, by a report like any other, until somebody has looked. */
export async function up(db: Kysely<never>): Promise<void> {
  await kinds("'unreadable','refused','withdrawn','unmatched_tag','lost_entries'").execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await kinds("'unreadable','refused','withdrawn','unmatched_tag'", "NOT VALID").execute(db);
}

const kinds = (all: string, how = "") =>
  sql.raw(`ALTER TABLE held_report DROP CONSTRAINT held_report_kind_check,
  ADD CONSTRAINT held_report_kind_check CHECK (kind IN (${all})) ${how};`);
