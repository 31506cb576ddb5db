import { type Kysely, sql } from "kysely";

/**
 * The events of a signed inspection stand beside its ledger entry, packed; the entry holds their digest. They are what
 * nearly all of a ledger's bytes are. Entries from before keep theirs in themselves.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE kept_events (
  unit_id uuid NOT NULL,
  position int NOT NULL,
  packed bytea NOT NULL,
  PRIMARY KEY (unit_id, position),
  FOREIGN KEY (unit_id, position) REFERENCES ledger_entry
);
-- Packed already (see docs/formats/ledger.md): the database would try in vain.
ALTER TABLE kept_events ALTER packed SET STORAGE EXTERNAL;
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON kept_events FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("DROP TABLE kept_events;").execute(db);
}
