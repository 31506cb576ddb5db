import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Db, openDatabase } from "@/server/database/database";
import { appGrants, grantRoles } from "@/server/database/grants";
import { walkAndSign } from "@/server/demo/walk";
import { startRetest } from "@/server/inspections/start";
import { tagDetail } from "@/server/tags/read";
import { recordRepair, releaseTag } from "@/server/tags/return";
import { recordExamination } from "@/server/units/examination";
import { at, begin, tagOut, type Yard, yardForFile } from "./database";

const yard = yardForFile();
let app: Db;
let reader: Db;

const logins: string[] = [];

/** The yard's database as somebody who has a role, and a login for this run only: others have theirs meanwhile. */
async function as(role: string): Promise<Db> {
  const [login, password] = [`t_${randomUUID().slice(0, 8)}`, randomUUID()];
  logins.push(login);
  await sql.raw(`CREATE ROLE ${login} LOGIN PASSWORD '${password}' IN ROLE ${role}`).execute(yard.db);
  const url = new URL(yard.url);
  url.username = login;
  url.password = password;
  return openDatabase(url.href, 2, 10_000, role === "rook_app");
}

const forbidden: readonly string[] = [
  "TRUNCATE tag",
  "TRUNCATE wrong_try",
  "UPDATE tag SET reason = 'unsure'",
  "DELETE FROM tag",
  "DELETE FROM tag_step",
  "UPDATE tag_step SET kind = 'released'",
  "UPDATE seal SET outcome = 'cleared'",
  "DELETE FROM seal",
  "DELETE FROM picture",
  "DELETE FROM kept_events",
  "UPDATE unit_document SET bytes = ''",
  "DELETE FROM legal_hold",
  "UPDATE finding SET grade = 'watch'",
  "DELETE FROM finding",
  "UPDATE ledger_entry SET touches = '[]'",
  "DELETE FROM ledger_entry",
  "UPDATE book_entry SET body = '{}'",
  "DELETE FROM book_entry",
  "INSERT INTO row_changed (book, of_table, key) VALUES ('people', 'person_role', 'x')",
  "UPDATE row_changed SET key = 'x'",
  "UPDATE check_evidence SET ended_by = NULL",
  "UPDATE unit SET plate = 'X-1'",
  "UPDATE unit SET examination_due = now() + interval '9 years'",
  "DELETE FROM unit",
  "INSERT INTO unit (id, plate, site_id, family, serial, examination_due) VALUES (gen_random_uuid(), 'X-1', 'yard', 'slab_scissor', 'x', now())",
  "UPDATE site SET shifts = '[]'",
  "INSERT INTO person (id, badge, name) VALUES (gen_random_uuid(), '999', 'X')",
  "UPDATE person SET active = true",
  "INSERT INTO person_role SELECT id, 'yard', 'owner' FROM person",
  "DELETE FROM person_role",
  "INSERT INTO authorisation SELECT id, 'slab_scissor', 'L', now() FROM person",
  "UPDATE authorisation SET until = until + interval '1 year'",
  "UPDATE auth_account SET password = 'x'",
  "UPDATE inspection SET policy = '{}'",
  "DELETE FROM inspection",
  "UPDATE sheet_version SET content = '{}'",
  "DELETE FROM sheet_version",
  "DELETE FROM floor_rule",
  "INSERT INTO floor_rule VALUES ('x', 'x', 'x')",
  "UPDATE floor_asked SET checks = '[]'",
  "UPDATE catalogue_seen SET version = 1",
  "DELETE FROM device_key",
  "DELETE FROM device_revocation",
  "DELETE FROM held_report",
  "UPDATE report_look SET says = 'x'",
  "UPDATE examination SET next_due = next_due + 300",
  "CREATE OR REPLACE VIEW standing_tag AS SELECT 1",
  "DROP VIEW standing_hold",
  "DROP TABLE tag",
  "ALTER TABLE tag DISABLE TRIGGER ALL",
  "DROP TRIGGER record ON tag",
  "CREATE TABLE own (x int)",
  "CREATE TEMP TABLE tag (x int)",
  "CREATE SCHEMA own",
  "CREATE FUNCTION own() RETURNS int LANGUAGE sql AS 'SELECT 1'",
  "CREATE OR REPLACE FUNCTION lock_unit(locked uuid) RETURNS void LANGUAGE sql AS ''",
  "SET session_replication_role = replica",
  "ALTER ROLE rook_app SUPERUSER",
  "CREATE ROLE own",
  "SET ROLE rook",
  "COPY tag TO PROGRAM 'cat'",
  "COPY tag TO '/tmp/rook-step-own'",
  "SELECT pg_read_file('/etc/passwd')",
  "CREATE EXTENSION file_fdw",
  "ALTER SYSTEM SET fsync = off",
];

describe("the app's role", () => {
  beforeAll(async () => {
    // A copy of a database has not what was given and taken of the database it is of.
    await grantRoles(yard.db);
    app = await as("rook_app");
    reader = await as("rook_reader");
  });
  afterAll(async () => {
    await app.destroy();
    await reader.destroy();
    for (const login of logins) await sql.raw(`DROP ROLE ${login}`).execute(yard.db);
  });

  it("does all the app does: a walk signed, a tag repaired, re-tested and released, an examination", async () => {
    const here: Yard = { ...yard, db: app };
    const { operator, technician, otherTechnician, owner } = yard.people;
    const walk = async (inspectionId: string, personId: string, minute: number) =>
      (await walkAndSign(app, { inspectionId, personId, signer: "t", random: yard.random }, at(minute)))
        .outcome;
    expect(await walk(await begin(here, yard.scissor, operator, 0), operator, 0)).toBe("cleared");
    const { id, number } = await tagOut(here, "S-1", operator, 100);
    const repair = { cause: "c", work: "w", repaired: [], disturbed: [], licence: "L1" };
    await recordRepair(app, id, technician, repair, at(110));
    expect(await walk(await startRetest(app, technician, id, at(120)), technician, 120)).toBe(
      "retest_passed",
    );
    const seenPosition = (await tagDetail(app, id))?.seenPosition ?? 0;
    await releaseTag(app, id, otherTechnician, { number, seenPosition }, at(200));
    const examined = { examiner: "E. Xaminer", licence: "L9", examinedOn: "2026-02-01", document: "D-1" };
    await recordExamination(app, yard.scissor, owner, { ...examined, nextDue: "2027-02-01" }, at(220));
    const { examinationDue } = await yard.db
      .selectFrom("unit")
      .select("examinationDue")
      .where("id", "=", yard.scissor)
      .executeTakeFirstOrThrow();
    expect(examinationDue.toISOString()).toBe("2027-02-01T00:00:00.000Z");
  });

  it.each(forbidden)("is refused %s", async (statement) => {
    await expect(sql.raw(statement).execute(app)).rejects.toThrow(
      /permission denied|must be (super|owner|a member)|not permitted/i,
    );
  });

  it("is given what is its own table by table, and none is forgotten", async () => {
    const { rows } = await sql<{ name: string }>`
      SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' AND tablename NOT LIKE 'kysely%' ORDER BY 1`.execute(
      yard.db,
    );
    expect(rows.map(({ name }) => name)).toEqual(Object.keys(appGrants).sort());
  });

  it("is not the reader, who reads all but how anybody signs in and writes nothing", async () => {
    expect((await reader.selectFrom("tag").select("id").execute()).length).toBe(1);
    for (const statement of [
      "SELECT * FROM auth_account",
      "SELECT hash FROM api_key",
      "INSERT INTO tag (unit_id) SELECT id FROM unit",
    ])
      await expect(sql.raw(statement).execute(reader)).rejects.toThrow(/permission denied/);
  });
});
