import { type Kysely, sql } from "kysely";
import { rules } from "./001-rules";
import { evidence, ledger } from "./004-evidence";
import { matters, reports } from "./004-findings";
import { tags } from "./004-tags";
import { seals, sheets, units } from "./004-units";

/**
 * Trust: what a ledger entry touches, evidence per check and what ended it, findings in the ledger when accepted,
 * open matters of a unit, reports that hold until somebody looks, several tags under one repair and re-test, what
 * happens to a unit between inspections, and periodic examinations.
 */
export async function up(db: Kysely<never>): Promise<void> {
  for (const part of [ledger, evidence, matters, reports, tags, units, sheets, seals])
    await sql.raw(part).execute(db);
}

/** A function of the foundation as it was, to put back. */
function earlier(name: string): string {
  const from = rules.indexOf(`CREATE FUNCTION ${name}(`);
  const body = rules.slice(from, rules.indexOf("END $$;", from) + "END $$;".length);
  return body.replace("CREATE FUNCTION", "CREATE OR REPLACE FUNCTION");
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
DROP TRIGGER has_evidence ON seal;
DROP INDEX seal_position;
DROP VIEW standing_hold, standing_report, open_matter;
DROP TABLE report_look, held_report, matter_gone, check_evidence, unit_event, examination, retest_tag, sealed_text, catalogue_seen;
DROP TRIGGER ends_evidence ON ledger_entry;
DROP TRIGGER tells ON ledger_entry;
DROP FUNCTION tell_ledger(), tell_report(), touches_check(jsonb, text), ledger_ends_evidence(), evidence_is_seen(), evidence_kept(), report_before(),
  look_before(), examination_sets_due(), seal_has_evidence();
DROP INDEX ledger_touching, finding_group;
ALTER TABLE ledger_entry DROP COLUMN touches;
ALTER TABLE inspection DROP COLUMN started_position;
ALTER TABLE finding DROP COLUMN ledger_position;
ALTER TABLE finding_repair DROP COLUMN disturbed;
ALTER TABLE tag ALTER number SET DEFAULT 'T-' || lpad(nextval('tag_number')::text, 4, '0');
ALTER TABLE tag DROP COLUMN sheet_version_id;
ALTER TABLE tag_step DROP COLUMN step_no, DROP COLUMN ledger_position;
DROP FUNCTION next_tag_number();
DROP TABLE floor_asked, figure_claim;
ALTER TABLE unit_figure DROP COLUMN weakens, DROP COLUMN confirmed_by;
DELETE FROM sheet_claim WHERE feature IS NULL;
ALTER TABLE sheet_claim DROP COLUMN content, DROP COLUMN from_version, DROP COLUMN weakens, ALTER feature SET NOT NULL;
ALTER TABLE sheet_version DROP COLUMN weakens, DROP COLUMN manual_page, DROP COLUMN confirmed_by;
CREATE TABLE safety_feature (id text PRIMARY KEY);
${earlier("sheet_not_fitted")}
CREATE TRIGGER not_fitted BEFORE INSERT ON sheet_version FOR EACH ROW EXECUTE FUNCTION sheet_not_fitted();
CREATE TABLE unread_event (
  id uuid PRIMARY KEY,
  inspection_id uuid NOT NULL REFERENCES inspection,
  device_id text NOT NULL,
  seq int NOT NULL,
  raw jsonb NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  received_at timestamptz NOT NULL
);
CREATE INDEX unread_event_inspection ON unread_event (inspection_id);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON unread_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
${["tag_before", "tag_step_before", "seal_before"].map(earlier).join("\n")}
`)
    .execute(db);
}
