import { type Kysely, sql } from "kysely";

/** A check after the road, which like the one before it never clears; and how long each check really takes. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
ALTER TABLE seal DROP CONSTRAINT seal_scope_check;
ALTER TABLE seal ADD CONSTRAINT seal_scope_check CHECK (scope IN ('full','check_in','retest','transport','after_transport'));

-- Running mean of the minutes between an answer and the one before it, by model and check. Only a help to planning.
CREATE TABLE check_minutes (
  sheet_id text NOT NULL REFERENCES sheet,
  check_id text NOT NULL,
  times int NOT NULL CHECK (times > 0),
  mean_min double precision NOT NULL CHECK (mean_min > 0),
  PRIMARY KEY (sheet_id, check_id)
);
`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
DROP TABLE check_minutes;
ALTER TABLE seal DROP CONSTRAINT seal_scope_check;
ALTER TABLE seal ADD CONSTRAINT seal_scope_check CHECK (scope IN ('full','check_in','retest','transport'));
`)
    .execute(db);
}
