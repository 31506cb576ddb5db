import { type Kysely, sql } from "kysely";

/** Every policy a site has had, and those that hold from a day to come. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE policy_version (
  id uuid PRIMARY KEY,
  no bigint GENERATED ALWAYS AS IDENTITY,
  site_id text NOT NULL REFERENCES site,
  policy jsonb NOT NULL,
  note text,
  holds_from timestamptz NOT NULL,
  set_by uuid NOT NULL REFERENCES person,
  set_at timestamptz NOT NULL
);
CREATE INDEX policy_version_site ON policy_version (site_id, no DESC);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON policy_version FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON policy_version FOR EACH ROW EXECUTE FUNCTION note_row('sites', 'id', '');
-- Of those that were to hold from a later day: when it came into force, or was taken back.
CREATE TABLE policy_settled (
  version_id uuid PRIMARY KEY REFERENCES policy_version,
  kind text NOT NULL CHECK (kind IN ('in_force','withdrawn')),
  by_person uuid REFERENCES person,
  at timestamptz NOT NULL
);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON policy_settled FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON policy_settled FOR EACH ROW EXECUTE FUNCTION note_row('sites', 'version_id', '');`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("DROP TABLE policy_settled, policy_version;").execute(db);
}
