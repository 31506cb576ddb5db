import { type Kysely, sql } from "kysely";
import { rules } from "./001-rules";
import { tables } from "./001-tables";

/**
 * The foundation. What must never happen is refused here, by constraints and triggers, whoever writes.
 * Every write that can change whether a unit may be used takes the same lock, `lock_unit`.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(tables).execute(db);
  await sql.raw(rules).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
    DROP VIEW standing_tag;
    DROP TABLE ledger_entry, seal, tag_step, tag, finding_repair, finding, floor_rule, unread_event, inspection_event,
      inspection, shift_need, unit, sheet_version, sheet, session_use, sign_in_delay, authorisation, person_role,
      auth_verification, auth_account, auth_session, auth_user, person, site CASCADE;
    DROP SEQUENCE tag_number;
    DROP FUNCTION lock_unit(uuid), refuse_change(), events_leave_only_when_sealed(), sheet_not_fitted(), finding_before(),
      finding_holds(), tag_before(), tag_step_before(), seal_before(), ledger_before(), event_before() CASCADE;
  `)
    .execute(db);
}
