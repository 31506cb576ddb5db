import { type Kysely, sql } from "kysely";
import { reshape } from "@/server/ledger/books";

const events = ["staff_event", "site_change", "familiarisation"] as const;

/**
 * People, units and sites change by records that are added: what follows from one, functions of the owner write, by rules that
 * hold whoever adds it. Nobody gives themselves a role or a training, and only an owner of a site changes anything there.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await reshape(db, "unit", () => sql.raw("ALTER TABLE unit ADD retired_at timestamptz;").execute(db));
  await sql.raw(office).execute(db);
  for (const table of [...events, "unit_change"]) {
    const book = table === "unit_change" ? ".unit_id" : table === "site_change" ? "sites" : "people";
    await sql
      .raw(
        `CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON ${table} FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION note_row('${book}', 'id', '');`,
      )
      .execute(db);
  }
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
DROP TRIGGER in_pool ON seal;
DROP TABLE pin_change, pin_code, familiarisation, staff_event, unit_change, site_change;
DROP FUNCTION staff_applies(), unit_applies(), site_applies(), pin_applies(), unit_in_pool(), is_owner_at(uuid, text), nobody_here();
ALTER TABLE unit DROP COLUMN retired_at;`)
    .execute(db);
}

const office = `
-- Whether nobody has been in the yard before this transaction: then, and only then, nobody's word is needed.
CREATE FUNCTION nobody_here() RETURNS boolean LANGUAGE sql AS $$
  SELECT NOT EXISTS (SELECT FROM person p WHERE p.xmin <> pg_current_xact_id()::xid) $$;
CREATE FUNCTION is_owner_at(who uuid, at_site text) RETURNS boolean LANGUAGE sql AS $$
  SELECT EXISTS (SELECT FROM person_role r JOIN person p ON p.id = r.person_id AND p.active
    WHERE r.person_id = who AND r.role = 'owner' AND (at_site IS NULL OR r.site_id = at_site)) $$;

CREATE TABLE site_change (
  id uuid PRIMARY KEY,
  no bigint GENERATED ALWAYS AS IDENTITY,
  site_id text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('made','changed')),
  detail jsonb NOT NULL,
  by_person uuid REFERENCES person,
  at timestamptz NOT NULL
);
CREATE FUNCTION site_applies() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE d jsonb := NEW.detail;
BEGIN
  PERFORM pg_advisory_xact_lock(7116, 0);
  IF NEW.by_person IS NULL AND NOT nobody_here() OR NEW.by_person IS NOT NULL AND
      NOT is_owner_at(NEW.by_person, CASE WHEN NEW.kind = 'changed' THEN NEW.site_id END) THEN
    RAISE EXCEPTION 'expected an owner to change the site' USING ERRCODE = 'check_violation';
  END IF;
  IF NEW.kind = 'made' THEN
    INSERT INTO site (id, name, time_zone, shifts, policy) VALUES (NEW.site_id, d->>'name', d->>'timeZone', d->'shifts', d->'policy');
    -- Whoever makes another site owns it.
    IF NEW.by_person IS NOT NULL THEN INSERT INTO person_role VALUES (NEW.by_person, NEW.site_id, 'owner'); END IF;
  ELSE
    UPDATE site SET name = d->>'name', time_zone = d->>'timeZone', shifts = d->'shifts' WHERE id = NEW.site_id;
    IF NOT FOUND THEN RAISE EXCEPTION 'expected a site, got %', NEW.site_id USING ERRCODE = 'check_violation'; END IF;
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER applies AFTER INSERT ON site_change FOR EACH ROW EXECUTE FUNCTION site_applies();

CREATE TABLE staff_event (
  id uuid PRIMARY KEY,
  no bigint GENERATED ALWAYS AS IDENTITY,
  person_id uuid NOT NULL,
  site_id text NOT NULL REFERENCES site,
  kind text NOT NULL CHECK (kind IN ('joined','role_given','role_taken','trained','training_ended','left','returned')),
  detail jsonb NOT NULL,
  by_person uuid,
  at timestamptz NOT NULL,
  CONSTRAINT not_oneself CHECK (by_person <> person_id)
);
CREATE INDEX staff_event_person ON staff_event (person_id, no);
CREATE FUNCTION staff_applies() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE d jsonb := NEW.detail;
BEGIN
  PERFORM pg_advisory_xact_lock(7116, 0);
  IF NEW.by_person IS NULL AND NOT nobody_here() OR NEW.by_person IS NOT NULL AND NOT (is_owner_at(NEW.by_person, NEW.site_id)
      OR NEW.kind IN ('trained','training_ended') AND EXISTS (SELECT FROM person_role r JOIN person p ON p.id = r.person_id AND p.active
        WHERE r.person_id = NEW.by_person AND r.site_id = NEW.site_id AND r.role IN ('supervisor','trainer'))) THEN
    RAISE EXCEPTION 'expected an owner of the site to change who works there' USING ERRCODE = 'check_violation';
  END IF;
  IF NEW.kind NOT IN ('joined','returned','role_given') AND NEW.by_person IS NOT NULL AND NOT EXISTS (
      SELECT FROM person_role WHERE person_id = NEW.person_id AND site_id = NEW.site_id) THEN
    RAISE EXCEPTION 'expected somebody who works at this site' USING ERRCODE = 'check_violation';
  END IF;
  CASE NEW.kind
    WHEN 'joined' THEN
      INSERT INTO person (id, badge, name) VALUES (NEW.person_id, d->>'badge', d->>'name');
      INSERT INTO auth_user (id, name, email, email_verified, created_at, updated_at)
        VALUES (NEW.person_id::text, d->>'name', (d->>'badge') || '@badge.invalid', false, NEW.at, NEW.at);
    WHEN 'role_given' THEN
      INSERT INTO person_role VALUES (NEW.person_id, NEW.site_id, d->>'role') ON CONFLICT DO NOTHING;
    WHEN 'role_taken' THEN
      DELETE FROM person_role WHERE person_id = NEW.person_id AND site_id = NEW.site_id AND role = d->>'role';
    WHEN 'trained' THEN
      INSERT INTO authorisation (person_id, family, licence, until)
        VALUES (NEW.person_id, d->>'family', d->>'licence', (d->>'until')::timestamptz)
        ON CONFLICT (person_id, family) DO UPDATE SET licence = EXCLUDED.licence, until = EXCLUDED.until;
    WHEN 'training_ended' THEN
      UPDATE authorisation SET until = least(until, NEW.at) WHERE person_id = NEW.person_id AND family = d->>'family';
    WHEN 'left' THEN
      DELETE FROM person_role WHERE person_id = NEW.person_id AND site_id = NEW.site_id;
      UPDATE person SET active = false WHERE id = NEW.person_id AND NOT EXISTS (SELECT FROM person_role WHERE person_id = NEW.person_id);
      DELETE FROM auth_session WHERE user_id = NEW.person_id::text AND EXISTS (SELECT FROM person WHERE id = NEW.person_id AND NOT active);
    WHEN 'returned' THEN
      UPDATE person SET active = true WHERE id = NEW.person_id;
  END CASE;
  RETURN NULL;
END $$;
CREATE TRIGGER applies AFTER INSERT ON staff_event FOR EACH ROW EXECUTE FUNCTION staff_applies();

-- What one was shown on a model, by whom; both have signed.
CREATE TABLE familiarisation (
  id uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES person,
  site_id text NOT NULL REFERENCES site,
  sheet_id text NOT NULL REFERENCES sheet,
  shown jsonb NOT NULL,
  note text,
  given_by uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  CHECK (given_by <> person_id)
);
CREATE INDEX familiarisation_person ON familiarisation (person_id);

-- A PIN, as its hash: a code somebody was handed, good for a while and to choose their own with; or their own.
CREATE TABLE pin_change (
  id uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES person,
  kind text NOT NULL CHECK (kind IN ('code','own')),
  hash text NOT NULL,
  by_person uuid,
  site_id text REFERENCES site,
  at timestamptz NOT NULL,
  expires_at timestamptz,
  CHECK ((kind = 'code') = (expires_at IS NOT NULL)),
  CHECK (kind <> 'code' OR by_person IS DISTINCT FROM person_id)
);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON pin_change FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TABLE pin_code (person_id uuid PRIMARY KEY REFERENCES person, expires_at timestamptz NOT NULL);
CREATE FUNCTION pin_applies() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NEW.kind = 'code' AND NEW.by_person IS NOT NULL AND NOT is_owner_at(NEW.by_person, NEW.site_id)
    OR NEW.kind = 'code' AND NEW.by_person IS NOT NULL AND NOT EXISTS (SELECT FROM person_role WHERE person_id = NEW.person_id AND site_id = NEW.site_id)
    OR NEW.kind = 'own' AND NEW.by_person IS NULL AND NOT nobody_here()
    OR NEW.kind = 'own' AND NEW.by_person <> NEW.person_id OR NEW.kind = 'code' AND NEW.by_person IS NULL THEN
    RAISE EXCEPTION 'expected the person themselves to choose a PIN, or an owner of their site to hand them a code' USING ERRCODE = 'check_violation';
  END IF;
  UPDATE auth_account SET password = NEW.hash, updated_at = NEW.at WHERE user_id = NEW.person_id::text AND provider_id = 'credential';
  IF NOT FOUND THEN
    INSERT INTO auth_account (id, account_id, provider_id, user_id, password, created_at, updated_at)
      VALUES (gen_random_uuid()::text, NEW.person_id::text, 'credential', NEW.person_id::text, NEW.hash, NEW.at, NEW.at);
  END IF;
  DELETE FROM pin_code WHERE person_id = NEW.person_id;
  IF NEW.kind = 'code' THEN
    INSERT INTO pin_code VALUES (NEW.person_id, NEW.expires_at);
    DELETE FROM auth_session WHERE user_id = NEW.person_id::text;
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER applies AFTER INSERT ON pin_change FOR EACH ROW EXECUTE FUNCTION pin_applies();

CREATE TABLE unit_change (
  id uuid PRIMARY KEY,
  no bigint GENERATED ALWAYS AS IDENTITY,
  unit_id uuid NOT NULL,
  kind text NOT NULL CHECK (kind IN ('added','moved','retired','back','sheet')),
  detail jsonb NOT NULL,
  by_person uuid NOT NULL REFERENCES person,
  confirmed_by uuid REFERENCES person,
  at timestamptz NOT NULL,
  -- A sheet that asks less on the floor is two people's word.
  CHECK (kind <> 'sheet' OR detail->'weakens' = '[]' OR (confirmed_by IS NOT NULL AND confirmed_by <> by_person))
);
CREATE INDEX unit_change_unit ON unit_change (unit_id, no);
CREATE FUNCTION unit_applies() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE d jsonb := NEW.detail; home text;
BEGIN
  SELECT site_id INTO home FROM unit WHERE id = NEW.unit_id;
  IF NOT is_owner_at(NEW.by_person, coalesce(home, d->>'siteId')) OR NEW.kind = 'moved' AND NOT is_owner_at(NEW.by_person, d->>'siteId') THEN
    RAISE EXCEPTION 'expected an owner of the site to change its pool' USING ERRCODE = 'check_violation';
  END IF;
  CASE NEW.kind
    WHEN 'added' THEN
      INSERT INTO unit (id, plate, site_id, family, serial, sheet_version_id, examination_due)
        VALUES (NEW.unit_id, d->>'plate', d->>'siteId', d->>'family', d->>'serial', (d->>'sheetVersionId')::uuid, (d->>'examinationDue')::timestamptz);
    WHEN 'moved' THEN UPDATE unit SET site_id = d->>'siteId' WHERE id = NEW.unit_id;
    WHEN 'retired' THEN UPDATE unit SET retired_at = NEW.at WHERE id = NEW.unit_id;
    WHEN 'back' THEN UPDATE unit SET retired_at = NULL WHERE id = NEW.unit_id;
    WHEN 'sheet' THEN UPDATE unit SET sheet_version_id = (d->>'sheetVersionId')::uuid WHERE id = NEW.unit_id;
  END CASE;
  RETURN NULL;
END $$;
CREATE TRIGGER applies AFTER INSERT ON unit_change FOR EACH ROW EXECUTE FUNCTION unit_applies();

-- A unit that is retired is cleared no more.
CREATE FUNCTION unit_in_pool() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF EXISTS (SELECT FROM unit WHERE id = NEW.unit_id AND retired_at IS NOT NULL) THEN
    RAISE EXCEPTION 'this unit is retired: its owner takes it back into the pool first' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER in_pool BEFORE INSERT ON seal FOR EACH ROW
  WHEN (NEW.outcome IN ('cleared','cleared_with_notes')) EXECUTE FUNCTION unit_in_pool();
`;
