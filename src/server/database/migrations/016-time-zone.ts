import { type Kysely, sql } from "kysely";
import { reshape } from "@/server/ledger/books";

/** A site has a time zone, in which clocks may be changed twice a year, where it had a fixed distance from UTC. */
export async function up(db: Kysely<never>): Promise<void> {
  const change = sql.raw(`
ALTER TABLE site ADD time_zone text;
UPDATE site SET time_zone = CASE WHEN utc_offset_min = 0 THEN 'UTC' ELSE
  CASE WHEN utc_offset_min < 0 THEN '-' ELSE '+' END || to_char(make_interval(mins => abs(utc_offset_min)), 'HH24:MI') END;
ALTER TABLE site ALTER time_zone SET NOT NULL, DROP COLUMN utc_offset_min,
  ADD CHECK (time_zone ~ '^([A-Za-z][A-Za-z0-9_/+-]{1,40}|[+-][0-2][0-9]:[0-5][0-9])$');`);
  await reshape(db, "site", () => change.execute(db));
}

export async function down(db: Kysely<never>): Promise<void> {
  const change = sql.raw(`
ALTER TABLE site ADD utc_offset_min int;
UPDATE site SET utc_offset_min = CASE WHEN time_zone ~ '^[+-]'
  THEN (left(time_zone, 1) || '1')::int * (substr(time_zone, 2, 2)::int * 60 + substr(time_zone, 5, 2)::int) ELSE 0 END;
ALTER TABLE site ALTER utc_offset_min SET NOT NULL, DROP COLUMN time_zone;`);
  await reshape(db, "site", () => change.execute(db));
}
