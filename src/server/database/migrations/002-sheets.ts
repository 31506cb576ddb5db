import { type Kysely, sql } from "kysely";

/**
 * Sheets the owner edits: who made a version and why, what two people say is not fitted, what a unit's own plate
 * says instead; keys for the API; and a check before the road, which never clears.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE safety_feature (id text PRIMARY KEY);

CREATE OR REPLACE FUNCTION sheet_not_fitted() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE feature text; entry jsonb;
BEGIN
  FOR feature, entry IN SELECT key, value FROM jsonb_each(NEW.content->'features') LOOP
    IF entry->>'fit' = 'not_fitted' AND EXISTS (SELECT 1 FROM safety_feature WHERE id = feature) AND (
      coalesce(entry->>'manualPage', '') = '' OR coalesce(entry->>'enteredBy', '') = '' OR coalesce(entry->>'confirmedBy', '') = ''
      OR entry->>'enteredBy' = entry->>'confirmedBy') THEN
      RAISE EXCEPTION 'expected the manual''s page and two different people to say that % is not fitted', feature USING ERRCODE = 'check_violation';
    END IF;
  END LOOP;
  RETURN NEW;
END $$;

-- Stop buttons beyond the two panels are named on the sheet: their floor is one rule for all of them.
CREATE OR REPLACE FUNCTION finding_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF NEW.grade <> 'tag_out' AND EXISTS (
    SELECT 1 FROM floor_rule f WHERE f.condition = NEW.condition
      AND (f.check_id = NEW.check_id OR (f.check_id = 'stop.*' AND NEW.check_id LIKE 'stop.%'))) THEN
    RAISE EXCEPTION '% / % is on the floor: expected grade tag_out, got %', NEW.check_id, NEW.condition, NEW.grade USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;

ALTER TABLE sheet_version ADD made_by uuid REFERENCES person, ADD note text;

-- What one person says is not fitted, until a second agrees. Until then the sheet keeps its checks on.
CREATE TABLE sheet_claim (
  id uuid PRIMARY KEY,
  sheet_id text NOT NULL REFERENCES sheet,
  feature text NOT NULL,
  manual_page text NOT NULL CHECK (manual_page <> ''),
  entered_by uuid NOT NULL REFERENCES person,
  entered_at timestamptz NOT NULL,
  confirmed_by uuid REFERENCES person,
  confirmed_at timestamptz,
  withdrawn_at timestamptz,
  CHECK ((confirmed_by IS NULL) = (confirmed_at IS NULL)),
  CHECK (confirmed_by <> entered_by)
);
CREATE UNIQUE INDEX sheet_claim_open ON sheet_claim (sheet_id, feature) WHERE confirmed_at IS NULL AND withdrawn_at IS NULL;

-- What one unit's own plate says instead of its model's sheet; the latest stands.
CREATE TABLE unit_figure (
  unit_id uuid NOT NULL REFERENCES unit,
  figure text NOT NULL,
  value double precision,
  source text NOT NULL CHECK (source <> ''),
  set_by uuid NOT NULL REFERENCES person,
  set_at timestamptz NOT NULL,
  PRIMARY KEY (unit_id, figure, set_at)
);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON unit_figure FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Pinned when an inspection starts, like its sheet.
ALTER TABLE inspection ADD figures jsonb NOT NULL DEFAULT '{}';

ALTER TABLE seal DROP CONSTRAINT seal_scope_check;
ALTER TABLE seal ADD CONSTRAINT seal_scope_check CHECK (scope IN ('full','check_in','retest','transport'));

CREATE TABLE api_key (
  id uuid PRIMARY KEY,
  site_id text NOT NULL REFERENCES site,
  name text NOT NULL CHECK (name <> ''),
  shown text NOT NULL,
  hash text NOT NULL UNIQUE,
  made_by uuid REFERENCES person,
  made_at timestamptz NOT NULL,
  revoked_at timestamptz,
  last_used_at timestamptz
);
`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
DROP TABLE api_key, unit_figure, sheet_claim;
ALTER TABLE inspection DROP COLUMN figures;
ALTER TABLE sheet_version DROP COLUMN made_by, DROP COLUMN note;
ALTER TABLE seal DROP CONSTRAINT seal_scope_check;
ALTER TABLE seal ADD CONSTRAINT seal_scope_check CHECK (scope IN ('full','check_in','retest'));
CREATE OR REPLACE FUNCTION sheet_not_fitted() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RETURN NEW; END $$;
DROP TABLE safety_feature;
DELETE FROM floor_rule WHERE check_id = 'stop.*';
`)
    .execute(db);
}
