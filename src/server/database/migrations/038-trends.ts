import { type Kysely, sql } from "kysely";
import type { InspectionEvent } from "@/core/record/events";
import { readingsIn } from "@/core/trend/readings-in";
import { unpackEvents } from "@/server/ledger/kept-events";

/** Walks read at once while what they measured is taken out of them. */
const atOnce = 200;

/**
 * What walks measured, a row each, for trends over the months: it follows from their events and decides nothing. Walks signed before
 * are read once, here; what a rule has erased is gone.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE measurement (
  inspection_id uuid REFERENCES inspection,
  check_key text,
  unit_id uuid NOT NULL REFERENCES unit,
  value double precision NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (inspection_id, check_key)
);
CREATE INDEX measurement_unit ON measurement (unit_id, check_key, at);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON measurement FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();`)
    .execute(db);
  for (let after = ""; ; ) {
    const { rows } = await sql<{ id: string; unitId: string; at: Date; packed: Buffer }>`
      SELECT s.inspection_id AS id, s.unit_id AS "unitId", s.signed_at AS at, k.packed FROM seal s
      JOIN kept_events k ON k.unit_id = s.unit_id AND k.position = s.ledger_position
      WHERE s.inspection_id::text > ${after} ORDER BY s.inspection_id::text LIMIT ${atOnce}`.execute(db);
    for (const { id, unitId, at, packed } of rows)
      for (const { check, value } of readingsIn(
        unpackEvents(packed) as unknown as readonly InspectionEvent[],
        () => true,
      ))
        await sql`INSERT INTO measurement (inspection_id, unit_id, check_key, value, at)
          VALUES (${id}, ${unitId}, ${check}, ${value}, ${at})`.execute(db);
    const last = rows.at(-1);
    if (last === undefined) return;
    after = last.id;
  }
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("DROP TABLE measurement;").execute(db);
}
