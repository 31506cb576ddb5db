import { type Kysely, sql } from "kysely";
import { seals } from "./004-units";

/**
 * Inspections begun on a device without a signal. Their age counts from the server's dated word they were begun with, never
 * from when they arrive; one begun without a word that holds has no beginning in the ledger, and clears nothing.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
ALTER TABLE inspection ADD begun_at timestamptz, ADD begun_seen int CHECK (begun_seen >= 0),
  ADD CHECK ((begun_at IS NULL) = (begun_seen IS NULL));
${sealBefore(true)}`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`${sealBefore(false)} ALTER TABLE inspection DROP COLUMN begun_at, DROP COLUMN begun_seen;`)
    .execute(db);
}

/** The rule of what may clear, its age counted from the word where there is one. */
function sealBefore(byWord: boolean): string {
  const from = seals.indexOf("CREATE OR REPLACE FUNCTION seal_before()");
  const body = seals.slice(from, seals.indexOf("END $$;", from) + "END $$;".length);
  const asked = "SELECT recorded_at INTO began";
  if (!body.includes(asked)) throw new Error(`expected ${asked} in the rule`);
  return byWord ? body.replace(asked, "SELECT least(recorded_at, i.begun_at) INTO began") : body;
}
