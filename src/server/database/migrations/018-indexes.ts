import { type Kysely, sql } from "kysely";

/** What is looked for on pages and by `verify`, where a table was read whole for it. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE INDEX unit_site ON unit (site_id, plate);
CREATE INDEX unit_bare_plate ON unit (upper(regexp_replace(plate, '[^[:alnum:]]', '', 'g')));
CREATE INDEX unit_sheet ON unit (sheet_version_id);
CREATE INDEX figure_claim_unit ON figure_claim (unit_id);
CREATE INDEX sealed_text_unit ON sealed_text (unit_id);
CREATE INDEX held_report_unmatched ON held_report (received_at) WHERE kind = 'unmatched_tag';`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(
      "DROP INDEX unit_site, unit_bare_plate, unit_sheet, figure_claim_unit, sealed_text_unit, held_report_unmatched;",
    )
    .execute(db);
}
