import { type Kysely, sql } from "kysely";
import type { Database } from "./tables";

/** What the app may do with a table besides reading it. Nothing here is ever truncated, and no rule is changed by it. */
type Grant = "insert" | "update" | "delete" | `update (${string})`;

/**
 * The app's role, table by table. Records are added and read; only what is none is changed or removed. What follows from a
 * record (evidence that ended, an examination's next date, what a transaction changed) functions of the owner write.
 */
export const appGrants: Readonly<Record<string, readonly Grant[]>> = {
  inspection: ["insert"],
  inspection_person: ["insert"],
  // Events leave the table for the ledger once they are signed for.
  inspection_event: ["insert", "delete"],
  finding: ["insert"],
  finding_repair: ["insert"],
  countersign: ["insert"],
  past_record: ["insert"],
  matter_gone: ["insert"],
  tag: ["insert"],
  tag_step: ["insert"],
  job_said: ["insert"],
  // Choices and letters, no records.
  mail_choice: ["insert", "update", "delete"],
  mail_out: ["insert", "update", "delete"],
  own_calendar: ["insert", "update"],
  key_said: ["insert"],
  retest_tag: ["insert"],
  seal: ["insert"],
  measurement: ["insert"],
  ledger_entry: ["insert"],
  sealed_text: ["insert"],
  kept_events: ["insert"],
  book_entry: ["insert"],
  row_changed: [],
  check_evidence: ["insert", "delete"],
  lasting_evidence: ["insert"],
  check_minutes: ["insert", "update"],
  held_report: ["insert"],
  report_look: ["insert"],
  examination: ["insert"],
  unit_event: ["insert"],
  hour_reading: ["insert"],
  reading_void: ["insert"],
  meter_exchange: ["insert"],
  programme: ["insert"],
  programme_claim: ["insert", "update (confirmed_by, confirmed_at, withdrawn_at)"],
  job_done: ["insert"],
  job_slot: ["insert"],
  clock: ["insert"],
  machine_hours: ["insert"],
  unit_document: ["insert"],
  charge: ["insert"],
  calendar_feed: ["insert", "update"],
  // Removes nothing itself: what follows from it, a function of the owner does.
  erasure: ["insert"],
  retention_rule: ["insert"],
  place: ["insert"],
  place_plan: ["insert"],
  place_closed: ["insert"],
  survey: ["insert"],
  survey_ended: ["insert"],
  talk_signature: ["insert"],
  rescue_drill: ["insert"],
  survey_picture: ["insert"],
  // A help: it decides nothing.
  kept_load: ["insert", "delete"],
  wind_meter: ["insert"],
  wind_meter_closed: ["insert"],
  // No record: kept some days.
  wind_reading: ["insert", "delete"],
  conditions_stop: ["insert"],
  stop_lifted: ["insert"],
  legal_hold: ["insert"],
  legal_hold_lifted: ["insert"],
  unit_figure: ["insert"],
  figure_claim: ["insert", "update (confirmed_by, confirmed_at, withdrawn_at)"],
  unit: ["update (sheet_version_id)"],
  site: ["update (policy)"],
  policy_version: ["insert"],
  policy_settled: ["insert"],
  sheet: ["insert", "update (name)"],
  sheet_version: ["insert"],
  sheet_claim: ["insert", "update (confirmed_by, confirmed_at, withdrawn_at)"],
  picture: ["insert", "update"],
  device_key: ["insert"],
  device_revocation: ["insert"],
  quarantine: ["insert", "update (decided_by, decided_at, taken)"],
  api_key: ["insert", "update (revoked_at, last_used_at)"],
  // A plan: it decides how no unit stands.
  shift_need: ["insert", "update", "delete"],
  shift_person: ["insert", "update", "delete"],
  shift_pin: ["insert", "update", "delete"],
  shift_plan: ["insert", "delete"],
  slot_work: ["insert"],
  unit_parked: ["insert", "update", "delete"],
  saved_view: ["insert", "delete"],
  wrong_try: ["insert", "update", "delete"],
  session_use: ["insert", "update", "delete"],
  auth_session: ["insert", "update", "delete"],
  auth_verification: ["insert", "update", "delete"],
  // What follows from these, functions of the owner write, by their rules.
  site_change: ["insert"],
  staff_event: ["insert"],
  familiarisation: ["insert"],
  staff_document: ["insert"],
  pin_change: ["insert"],
  unit_change: ["insert"],
  // Read only: who there is and what they may do, the rules of the floor.
  person: [],
  person_role: [],
  authorisation: [],
  auth_user: [],
  auth_account: [],
  pin_code: [],
  // Written by the database itself.
  unit_standing: [],
  floor_rule: [],
  floor_asked: [],
  catalogue_seen: [],
};

/** What a reader of reports may not see: how anybody signs in. */
const secrets = [
  "auth_user",
  "auth_account",
  "auth_session",
  "auth_verification",
  "session_use",
  "api_key",
  "wrong_try",
  "calendar_feed",
  "pin_change",
  "pin_code",
];

const made = (role: string): string => `
DO $$ BEGIN CREATE ROLE ${role} NOLOGIN; EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL; END $$;`;

/**
 * Gives the app's role (`rook_app`) and the reader's (`rook_reader`) what is theirs in this database, and nothing else. The
 * owner, who runs the migrations, gives them a login: the app is started as `rook_app`.
 */
export async function grantRoles(db: Kysely<Database>): Promise<void> {
  const all = Object.keys(appGrants);
  const grants = Object.entries(appGrants).flatMap(([table, rights]) =>
    rights.map((right) => `GRANT ${right} ON ${table} TO rook_app;`),
  );
  const readable = all.filter((table) => !secrets.includes(table));
  await sql
    .raw(
      `${made("rook_app")}${made("rook_reader")}
DO $$ BEGIN EXECUTE format('REVOKE TEMPORARY, CREATE ON DATABASE %I FROM PUBLIC', current_database()); END $$;
REVOKE CREATE ON SCHEMA public FROM PUBLIC;
REVOKE ALL ON ALL TABLES IN SCHEMA public FROM rook_app, rook_reader;
GRANT USAGE ON SCHEMA public TO rook_app, rook_reader;
GRANT SELECT ON ALL TABLES IN SCHEMA public TO rook_app;
REVOKE ALL ON kysely_migration, kysely_migration_lock FROM rook_app;
GRANT SELECT ON ${readable.join(", ")} TO rook_reader;
GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO rook_app;
${grants.join("\n")}`,
    )
    .execute(db);
}
