import { type Kysely, sql } from "kysely";

/** Wrong tries are counted by who makes them, no more by the badge alone: strangers cannot shut a yard's tablets out. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE wrong_try (
  counter text PRIMARY KEY CHECK (length(counter) BETWEEN 3 AND 200),
  failures int NOT NULL CHECK (failures >= 0),
  last_at timestamptz NOT NULL
);
CREATE INDEX wrong_try_by_age ON wrong_try (last_at);
DROP TABLE sign_in_delay;
`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
DROP TABLE wrong_try;
CREATE TABLE sign_in_delay (
  badge text PRIMARY KEY,
  failures int NOT NULL,
  last_failure_at timestamptz NOT NULL
);
`)
    .execute(db);
}
