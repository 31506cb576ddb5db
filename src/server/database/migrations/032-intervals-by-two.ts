import { type Kysely, sql } from "kysely";

/**
 * A slope, block or load-procedure test that is left longer than a clearance is two people's word however its sheet comes in: as
 * a new one, as a version of one, or past the app.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE FUNCTION interval_is_longer(before jsonb, after jsonb) RETURNS boolean LANGUAGE sql IMMUTABLE AS $$
  SELECT after IS NOT NULL AND (before IS NULL
    OR coalesce((after->>'days')::numeric, 'infinity') > coalesce((before->>'days')::numeric, 'infinity')
    OR coalesce((after->>'hours')::numeric, 'infinity') > coalesce((before->>'hours')::numeric, 'infinity')) $$;
CREATE FUNCTION intervals_by_two() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE before jsonb := (SELECT content FROM sheet_version WHERE sheet_id = NEW.sheet_id ORDER BY version DESC LIMIT 1);
BEGIN
  IF (NEW.confirmed_by IS NULL OR NEW.made_by IS NULL OR NEW.confirmed_by = NEW.made_by)
      AND EXISTS (SELECT FROM unnest('{drive.brake_hold,tilt.lamp,tilt.alarm}'::text[]) AS of_check
        WHERE interval_is_longer(before->'intervals'->of_check, NEW.content->'intervals'->of_check)) THEN
    RAISE EXCEPTION 'expected two people to leave a slope or block test longer than a clearance' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER intervals_by_two BEFORE INSERT ON sheet_version FOR EACH ROW EXECUTE FUNCTION intervals_by_two();`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(
      "DROP TRIGGER intervals_by_two ON sheet_version; DROP FUNCTION intervals_by_two(), interval_is_longer(jsonb, jsonb);",
    )
    .execute(db);
}
