import { randomUUID } from "node:crypto";
import { readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { sql } from "kysely";
import { beforeAll, describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import type { Db, Trx } from "@/server/database/database";
import { walkAndSign } from "@/server/demo/walk";
import { startRetest } from "@/server/inspections/start";
import { bookedTables } from "@/server/ledger/booked";
import { bookAsFound, bookSchema } from "@/server/ledger/books";
import { fileOf, headsOf, headsWaiting, noteHeads } from "@/server/ledger/heads";
import { verifyLedgers } from "@/server/ledger/verify";
import { verifyBooks } from "@/server/ledger/verify-books";
import { tagDetail } from "@/server/tags/read";
import { recordRepair, releaseTag } from "@/server/tags/return";
import { recordUnitEvent } from "@/server/units/events";
import { recordExamination } from "@/server/units/examination";
import { setUnitFigure } from "@/server/units/figures";
import { addUnit, at, begin, tagOut, yardForFile } from "./database";

const yard = yardForFile();
const walk = (inspectionId: string, personId: string, minute: number, answers = {}) =>
  walkAndSign(yard.db, { inspectionId, personId, signer: "t", random: yard.random, answers }, at(minute));
let unit = "";
let other = "";

class Undone extends Error {}

/** What `verify` says of damage done by whoever owns the database, with every trigger off; then it is undone. */
async function saidOf(damage: string): Promise<readonly string[]> {
  let said: readonly string[] = [];
  const undone = yard.db.transaction().execute(async (trx: Trx) => {
    await sql`SET LOCAL session_replication_role = replica`.execute(trx);
    await sql.raw(damage).execute(trx);
    said = await everyBreak(trx as unknown as Db);
    throw new Undone();
  });
  await undone.catch((error: unknown) => {
    if (!(error instanceof Undone)) throw error;
  });
  return said;
}

async function everyBreak(db: Db): Promise<readonly string[]> {
  const [ledgers, books] = [await verifyLedgers(db), await verifyBooks(db)];
  return [...ledgers.breaks, ...books.breaks].map(({ what, detail }) => `${what}: ${detail}`);
}

/** Each by its name: what somebody who owns the database but not the key, nor the journal of heads, might try. */
const tamperings: readonly (readonly [string, string])[] = [
  // Tags and their way back.
  ["a standing tag removed", "DELETE FROM tag WHERE reason = 'leak'"],
  [
    "a standing tag removed with its entry",
    "DELETE FROM tag WHERE reason = 'leak'; DELETE FROM ledger_entry WHERE kind = 'tag' AND position = (SELECT max(position) FROM ledger_entry l WHERE l.unit_id = ledger_entry.unit_id)",
  ],
  [
    "a tag moved to another unit",
    "UPDATE tag SET unit_id = (SELECT id FROM unit WHERE plate = 'T-2') WHERE reason = 'leak'",
  ],
  ["a tag's reason rewritten", "UPDATE tag SET reason = 'unsure' WHERE reason = 'leak'"],
  ["a tag's number changed", "UPDATE tag SET number = 'T-9001' WHERE reason = 'leak'"],
  [
    "a tag raised in another's name",
    "UPDATE tag SET raised_by = (SELECT id FROM person WHERE name = 'second') WHERE reason = 'leak'",
  ],
  [
    "a tag raised at another time",
    "UPDATE tag SET raised_at = raised_at - interval '1 day' WHERE reason = 'leak'",
  ],
  [
    "a tag put under another sheet",
    "UPDATE tag SET sheet_version_id = (SELECT sheet_version_id FROM unit WHERE plate = 'B-1') WHERE reason = 'leak'",
  ],
  [
    "a release forged",
    "INSERT INTO tag_step (id, tag_id, unit_id, kind, person_id, at, detail, seen_position, ledger_position) SELECT gen_random_uuid(), id, unit_id, 'released', (SELECT id FROM person WHERE name = 'second'), now(), '{}', 1, 1 FROM tag WHERE reason = 'leak'",
  ],
  [
    "a release forged under an entry there is",
    "INSERT INTO tag_step (id, tag_id, unit_id, kind, person_id, at, detail, seen_position, ledger_position) SELECT (SELECT subject_id FROM ledger_entry WHERE kind = 'started' ORDER BY position LIMIT 1), id, unit_id, 'released', (SELECT id FROM person WHERE name = 'second'), now(), '{}', 1, 1 FROM tag WHERE reason = 'leak'",
  ],
  [
    "a release turned to another tag",
    "UPDATE tag_step SET tag_id = (SELECT id FROM tag WHERE reason = 'leak') WHERE kind = 'released'",
  ],
  ["a release taken away", "DELETE FROM tag_step WHERE kind = 'released'"],
  [
    "a repair by somebody else",
    "UPDATE tag_step SET person_id = (SELECT id FROM person WHERE name = 'owner') WHERE kind = 'repaired'",
  ],
  [
    "a repair's words rewritten",
    "UPDATE tag_step SET detail = '{\"work\": \"all of it\"}' WHERE kind = 'repaired'",
  ],
  [
    "a re-test of another inspection",
    "UPDATE tag_step SET inspection_id = (SELECT id FROM inspection ORDER BY started_at LIMIT 1) WHERE kind = 'retested'",
  ],
  ["the tags a re-test serves", "DELETE FROM retest_tag"],
  ["the order of steps", "UPDATE tag_step SET ledger_position = ledger_position + 1"],
  // Signed walks.
  [
    "an outcome made better",
    "UPDATE seal SET outcome = 'cleared' WHERE outcome = 'not_cleared' OR outcome = 'tagged_out' OR outcome = 'cleared_with_notes'",
  ],
  [
    "a clearance made longer",
    "UPDATE seal SET clearance_ends_at = clearance_ends_at + interval '10 years' WHERE clearance_ends_at IS NOT NULL",
  ],
  [
    "a walk signed by somebody else",
    "UPDATE seal SET signed_by = (SELECT id FROM person WHERE name = 'second')",
  ],
  ["a walk signed later", "UPDATE seal SET signed_at = signed_at + interval '1 hour'"],
  ["fewer checks due", "UPDATE seal SET checks_due = 1, answered = 1"],
  ["a check-in made a full walk", "UPDATE seal SET scope = 'full' WHERE scope = 'retest'"],
  [
    "a walk turned to another unit",
    "UPDATE seal SET unit_id = (SELECT id FROM unit WHERE plate = 'T-2') WHERE scope = 'full'",
  ],
  ["a seal removed", "DELETE FROM seal WHERE scope = 'retest'"],
  [
    "a seal written by hand",
    "INSERT INTO seal SELECT (SELECT id FROM inspection WHERE id NOT IN (SELECT inspection_id FROM seal) LIMIT 1), unit_id, 'cleared', 'cleared', '[]', 'full', signed_by, now(), now(), 1, 1, 0, 0, now() + interval '1 day', 900 FROM seal LIMIT 1",
  ],
  ["an inspection asked by another policy", "UPDATE inspection SET policy = '{}'"],
  [
    "an inspection of another scope",
    'UPDATE inspection SET scope = \'{"kind": "check_in"}\' WHERE tag_id IS NULL',
  ],
  ["an inspection found otherwise", "UPDATE inspection SET found = '{}'"],
  ["an inspection begun earlier", "UPDATE inspection SET started_at = started_at - interval '1 year'"],
  [
    "an inspection of another sheet",
    "UPDATE inspection SET sheet_version_id = (SELECT sheet_version_id FROM unit WHERE plate = 'B-1')",
  ],
  // Findings and evidence.
  ["a finding graded down", "UPDATE finding SET grade = 'put_right'"],
  ["a finding's date put off", "UPDATE finding SET found_at = found_at + interval '1 year'"],
  ["a finding removed", "DELETE FROM finding"],
  [
    "a finding moved to another unit",
    "UPDATE finding SET unit_id = (SELECT id FROM unit WHERE plate = 'T-2')",
  ],
  ["a finding under another rule", "UPDATE finding SET rule = 'none'"],
  [
    "a finding said to be gone",
    "INSERT INTO matter_gone (event_id, finding_id, inspection_id, person_id, at, reason, ledger_position, own) SELECT gen_random_uuid(), id, inspection_id, found_by, now(), 'x', 999, false FROM finding LIMIT 1",
  ],
  [
    "a finding said to be repaired",
    "INSERT INTO finding_repair (finding_id, repaired_by, repaired_at, work) SELECT id, found_by, now(), 'x' FROM finding LIMIT 1",
  ],
  ["evidence revived", "UPDATE check_evidence SET ended_by = NULL"],
  ["evidence made of another answer", "UPDATE check_evidence SET event_id = NULL"],
  ["evidence that had seen more", "UPDATE check_evidence SET seen = 10000"],
  [
    "evidence added",
    "INSERT INTO check_evidence (unit_id, check_key, inspection_id, proves, seen) SELECT unit_id, 'x', inspection_id, 'fine', 1 FROM check_evidence LIMIT 1",
  ],
  [
    "evidence of another unit",
    "UPDATE check_evidence SET unit_id = (SELECT id FROM unit WHERE plate = 'B-1') WHERE unit_id = (SELECT id FROM unit WHERE plate = 'T-2')",
  ],
  // Units, examinations, figures, what happened.
  [
    "a plate swapped",
    "UPDATE unit SET plate = 'x' WHERE plate = 'T-1'; UPDATE unit SET plate = 'T-1' WHERE plate = 'T-2'; UPDATE unit SET plate = 'T-2' WHERE plate = 'x'",
  ],
  ["a unit removed", "DELETE FROM unit WHERE plate = 'T-2'"],
  [
    "a unit removed with its ledger and book",
    "DELETE FROM ledger_entry WHERE unit_id = (SELECT id FROM unit WHERE plate = 'T-2'); DELETE FROM book_entry WHERE book = (SELECT 'unit ' || id FROM unit WHERE plate = 'T-2'); DELETE FROM unit WHERE plate = 'T-2'",
  ],
  [
    "a unit added",
    "INSERT INTO unit (id, plate, site_id, family, serial, sheet_version_id, examination_due) SELECT gen_random_uuid(), 'T-3', site_id, family, 'x', sheet_version_id, examination_due FROM unit LIMIT 1",
  ],
  [
    "an examination's date edited on the unit",
    "UPDATE unit SET examination_due = examination_due + interval '1 year'",
  ],
  ["an examination's date edited in its record", "UPDATE examination SET next_due = next_due + 300"],
  [
    "an examination forged",
    "INSERT INTO examination (id, unit_id, examiner, licence, examined_on, next_due, document, recorded_by, recorded_at) SELECT gen_random_uuid(), unit_id, examiner, licence, examined_on, next_due, 'other', recorded_by, now() FROM examination",
  ],
  [
    "a unit's sheet changed",
    "UPDATE unit SET sheet_version_id = (SELECT sheet_version_id FROM unit WHERE plate = 'B-1')",
  ],
  [
    "a unit moved to another site",
    "INSERT INTO site SELECT 'x', 'X', shifts, policy, time_zone FROM site; UPDATE unit SET site_id = 'x' WHERE plate = 'T-1'",
  ],
  ["a unit's own figure softened", "UPDATE unit_figure SET value = value * 2"],
  ["a unit's own figure removed", "DELETE FROM unit_figure"],
  ["what happened to a unit forgotten", "DELETE FROM unit_event"],
  ["a contact made a transport", "UPDATE unit_event SET kind = 'transported'"],
  // People and rules.
  ["a role given", "INSERT INTO person_role SELECT id, 'yard', 'owner' FROM person WHERE name = 'untrained'"],
  ["a role taken", "DELETE FROM person_role WHERE role = 'owner'"],
  [
    "training made up",
    "INSERT INTO authorisation SELECT id, 'slab_scissor', 'L', '2030-01-01' FROM person WHERE name = 'untrained'",
  ],
  ["training made longer", "UPDATE authorisation SET until = until + interval '9 years'"],
  ["a badge exchanged", "UPDATE person SET badge = '777' WHERE name = 'second'"],
  ["somebody who has left is back", "UPDATE person SET active = NOT active WHERE name = 'second'"],
  ["a PIN exchanged", "UPDATE auth_account SET password = 'x'"],
  ["a policy softened", 'UPDATE site SET policy = \'{"trigger": "day"}\''],
  ["a shift moved", "UPDATE site SET shifts = '[]'"],
  [
    "a sheet's figures softened",
    "UPDATE sheet_version SET content = jsonb_set(content, '{figures}', '{}') WHERE sheet_id = 'sheet-T-1'",
  ],
  ["a sheet's version removed", "DELETE FROM sheet_version WHERE sheet_id = 'sheet-T-2'"],
  [
    "a rule of the floor removed",
    "DELETE FROM floor_rule WHERE condition = (SELECT min(condition) FROM floor_rule)",
  ],
  ["a rule of the floor changed", "UPDATE floor_rule SET rule = 'none'"],
  [
    "a device's key added",
    "INSERT INTO device_key SELECT encode(sha256(k), 'hex'), (SELECT id FROM person LIMIT 1), 'd', k, now(), 'x' FROM (SELECT decode(repeat('04', 65), 'hex') AS k) AS new",
  ],
  [
    "a key of the API added",
    "INSERT INTO api_key SELECT gen_random_uuid(), 'yard', 'x', 'x', repeat('a', 64), NULL, now(), NULL, NULL",
  ],
  // Ledgers and books.
  ["a ledger cut short", "DELETE FROM ledger_entry WHERE position > 3"],
  ["every ledger emptied", "DELETE FROM ledger_entry"],
  [
    "two entries changed about",
    "UPDATE ledger_entry SET position = position + 100 WHERE position IN (2, 3); UPDATE ledger_entry SET position = 105 - position WHERE position > 100",
  ],
  ["what an entry touches", "UPDATE ledger_entry SET touches = '[]' WHERE touches = '\"all\"'"],
  [
    "an entry of another unit",
    "UPDATE ledger_entry SET unit_id = (SELECT id FROM unit WHERE plate = 'B-1') WHERE unit_id = (SELECT id FROM unit WHERE plate = 'T-2')",
  ],
  [
    "a book cut short",
    "DELETE FROM book_entry WHERE position = (SELECT max(position) FROM book_entry b WHERE b.book = book_entry.book)",
  ],
  ["every book emptied", "DELETE FROM book_entry"],
  ["a book removed", "DELETE FROM book_entry WHERE book = 'people'"],
  ["a book renamed", "UPDATE book_entry SET book = 'persons' WHERE book = 'people'"],
  [
    "a book edited, its hash with it",
    "UPDATE book_entry SET body = replace(body, 'authorisation', 'authorisatiom') WHERE book = 'people'; UPDATE book_entry SET hash = encode(sha256(convert_to(previous_hash || chr(10) || body, 'UTF8')), 'hex') WHERE book = 'people'",
  ],
  [
    "books of two units exchanged",
    "UPDATE book_entry SET book = 'x' WHERE book = (SELECT 'unit ' || id FROM unit WHERE plate = 'T-1'); UPDATE book_entry SET book = (SELECT 'unit ' || id FROM unit WHERE plate = 'T-1') WHERE book = (SELECT 'unit ' || id FROM unit WHERE plate = 'T-2'); UPDATE book_entry SET book = (SELECT 'unit ' || id FROM unit WHERE plate = 'T-2') WHERE book = 'x'",
  ],
  // What shows it.
  [
    "the view of standing tags",
    "CREATE OR REPLACE VIEW standing_tag AS SELECT t.id, t.number, t.unit_id, t.reason, t.note, t.raised_by, t.raised_at, t.finding_id FROM tag t WHERE false",
  ],
  ["a trigger switched off", "ALTER TABLE tag DISABLE TRIGGER record"],
  [
    "a trigger of their own",
    "CREATE FUNCTION own() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RETURN NULL; END $$; CREATE TRIGGER own BEFORE INSERT ON tag FOR EACH ROW EXECUTE FUNCTION own()",
  ],
  [
    "a function that lets through",
    "CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RETURN NULL; END $$",
  ],
  ["a constraint dropped", "ALTER TABLE seal DROP CONSTRAINT seal_checks_due_check"],
  ["a rule that rewrites", "CREATE RULE own AS ON INSERT TO tag DO INSTEAD NOTHING"],
  // The events of a walk, beside its entry.
  [
    "the events of a walk removed",
    "DELETE FROM kept_events WHERE position = (SELECT max(position) FROM kept_events)",
  ],
  [
    "a walk given the events of another",
    "UPDATE kept_events k SET packed = (SELECT o.packed FROM kept_events o WHERE o.packed <> k.packed LIMIT 1)",
  ],
  [
    "a text beside an entry removed",
    "DELETE FROM sealed_text WHERE digest = (SELECT min(digest) FROM sealed_text)",
  ],
  [
    "the events of a walk removed, and an erasure invented for it",
    `INSERT INTO erasure (id, unit_id, kind, subject, digest, made_at, years, by_person, confirmed_by, at)
      SELECT gen_random_uuid(), s.unit_id, 'answers', s.inspection_id::text, 'x', s.signed_at, 1, s.signed_by, s.signed_by, now()
      FROM seal s JOIN kept_events k ON k.unit_id = s.unit_id AND k.position = s.ledger_position LIMIT 1;
     DELETE FROM kept_events k USING seal s, erasure e WHERE e.subject = s.inspection_id::text AND k.unit_id = s.unit_id AND k.position = s.ledger_position`,
  ],
  ["events that do not unpack", "UPDATE kept_events SET packed = '\\x00'"],
  [
    "events beside an entry that has none",
    "INSERT INTO kept_events SELECT unit_id, 1, packed FROM kept_events LIMIT 1",
  ],
  // How a unit is shown.
  ["a tag taken off the row that is shown", "UPDATE unit_standing SET tags = '{}' WHERE tags <> '{}'"],
  [
    "a walk that lasts longer in the row that is shown",
    "UPDATE unit_standing SET clearance_ends_at = now() + interval '9 days'",
  ],
  [
    "an examination put off in the row that is shown",
    "UPDATE unit_standing SET examination_due = examination_due + interval '1 year'",
  ],
  ["more proven in the row that is shown", "UPDATE unit_standing SET proven = 999, ended_by = NULL"],
  ["a row of standing left as it was before", "UPDATE unit_standing SET stale = true"],
  ["a row of standing removed", "DELETE FROM unit_standing"],
  [
    "the row that is shown and what it is made from, both without the tag",
    "DELETE FROM tag WHERE reason = 'leak'; UPDATE unit_standing SET tags = '{}', tag_reason = NULL",
  ],
];

describe("verify, of somebody who owns the database", () => {
  beforeAll(async () => {
    const { db, people } = yard;
    unit = await addUnit(db, "T-1", slabScissorSheet);
    other = await addUnit(db, "T-2", slabScissorSheet);
    // What the copied database brought along was signed elsewhere.
    await db.connection().execute(async (owner) => {
      await sql`SET session_replication_role = replica`.execute(owner);
      await sql`DELETE FROM book_entry`.execute(owner);
      await sql`RESET session_replication_role`.execute(owner);
    });
    await bookAsFound(db);
    await bookSchema(db);
    const { operator, second, technician, otherTechnician, owner } = people;
    await walk(await begin(yard, unit, operator, 0), operator, 0, {
      "rails.condition": { condition: "scuffed" },
    });
    const { id, number } = await tagOut(yard, "T-1", operator, 100);
    const repair = { cause: "c", work: "w", repaired: [], disturbed: [], licence: "L1" };
    await recordRepair(db, id, technician, repair, at(110));
    await walk(await startRetest(db, technician, id, at(120)), technician, 120);
    const seenPosition = (await tagDetail(db, id))?.seenPosition ?? 0;
    await releaseTag(db, id, otherTechnician, { number, seenPosition }, at(200));
    await recordUnitEvent(db, unit, operator, { id: randomUUID(), kind: "contact", note: "a post" }, at(210));
    await recordExamination(
      db,
      unit,
      owner,
      {
        examiner: "E. Xaminer",
        licence: "L9",
        examinedOn: "2026-02-01",
        nextDue: "2027-02-01",
        document: "D-1",
      },
      at(220),
    );
    await setUnitFigure(db, unit, owner, { figure: "rated_load", value: 200, source: "plate" }, at(230));
    await walk(await begin(yard, unit, second, 300), second, 300);
    await begin(yard, unit, operator, 390);
    await tagOut(yard, "T-1", operator, 400, { reason: "leak" });
    await walk(await begin(yard, other, operator, 500), operator, 500);
    await recordUnitEvent(
      db,
      other,
      operator,
      { id: randomUUID(), kind: "contact", note: "a kerb" },
      at(600),
    );
    await sql`INSERT INTO auth_user VALUES ('u', 'n', 'e', true, NULL, now(), now())`.execute(db);
    await db
      .transaction()
      .execute((trx) =>
        sql`INSERT INTO auth_account (id, account_id, provider_id, user_id, password, created_at, updated_at) VALUES ('a', 'a', 'p', 'u', 'hash', now(), now())`.execute(
          trx,
        ),
      );
  });

  it("finds nothing wrong with what the app wrote, and its books are of every row", async () => {
    expect(await everyBreak(yard.db)).toEqual([]);
    expect((await verifyBooks(yard.db)).rows).toBeGreaterThan(100);
  });

  it.each(tamperings)("names %s", async (_, damage) => {
    expect((await saidOf(damage)).length).toBeGreaterThan(0);
  });

  it("leaves everything as it was after each", async () => {
    expect(await everyBreak(yard.db)).toEqual([]);
  });

  it("names a whole database put back to an earlier day, by the heads noted since", async () => {
    const later = [other, "book people"].map((unitId) => ({ unitId, position: 99, hash: "f".repeat(64) }));
    const before = later.map(({ unitId }) => readFileSync(fileOf(unitId), "utf8"));
    noteHeads(later);
    const said = await everyBreak(yard.db);
    for (const [i, { unitId }] of later.entries()) writeFileSync(fileOf(unitId), before[i] ?? "");
    expect(said.filter((one) => one.startsWith("cut_short"))).toHaveLength(2);
  });
});

describe("the journal of heads", () => {
  it("that cannot be written fails nothing that is committed, says so, and is written when it can be", async () => {
    const folder = dirname(dirname(fileOf(other)));
    renameSync(folder, `${folder}.away`);
    writeFileSync(folder, "no folder");
    await tagOut(yard, "T-2", yard.people.operator, 650, { reason: "leak" });
    expect(headsWaiting()).toBeGreaterThan(1);
    rmSync(folder);
    renameSync(`${folder}.away`, folder);
    await tagOut(yard, "T-2", yard.people.operator, 651, { reason: "leak" });
    expect(headsWaiting()).toBe(0);
    const positions = headsOf(other).map(({ position }) => position);
    expect(positions).toEqual(positions.map((_, i) => i + 1));
    expect(await everyBreak(yard.db)).toEqual([]);
  });

  it("of an earlier version, one file for all, is sorted into one for each chain", () => {
    const { unitId } = { unitId: randomUUID() };
    const head = (position: number) => ({ unitId, position, hash: `${position}`.repeat(64) });
    const earlier = join(process.env["ROOK_STEP_KEYS"] ?? "", "ledger-heads.jsonl");
    writeFileSync(earlier, `${[1, 2].map((n) => JSON.stringify(head(n))).join("\n")}\n{"unitId":"cut`);
    expect(headsOf(unitId)).toEqual([head(1), head(2)]);
    noteHeads([head(3)]);
    expect(headsOf(unitId)).toEqual([head(1), head(2), head(3)]);
  });
});

describe("the books", () => {
  it("are of each table the database notes, by the same key", async () => {
    const { rows } = await sql<{ of: string; told: string }>`
      SELECT c.relname AS of, encode(t.tgargs, 'escape') AS told FROM pg_trigger t JOIN pg_class c ON c.oid = t.tgrelid
      WHERE t.tgname = 'booked' AND c.relname <> 'check_evidence' ORDER BY 1`.execute(yard.db);
    const wanted = bookedTables.map(({ table, book, key, but }) => ({
      of: table,
      told: `${[typeof book === "string" ? book : `.${book.unitIn}`, key.join(","), but.join(",")].join("\\000")}\\000`,
    }));
    expect(rows).toEqual(wanted.sort((a, b) => (a.of < b.of ? -1 : 1)));
  });

  it("take nothing that somebody put there in the name of a transaction to come", async () => {
    const forged = sql`INSERT INTO row_changed (xact, book, of_table, key, content)
      SELECT (pg_current_xact_id()::text::bigint + n)::text::xid8, 'people', 'person_role', 'forged', '{}' FROM generate_series(1, 50) n`;
    await forged.execute(yard.db);
    for (let i = 0; i < 5; i++) await tagOut(yard, "T-2", yard.people.operator, 700 + i);
    const { rows } = await sql`SELECT FROM book_entry WHERE body LIKE '%forged%'`.execute(yard.db);
    expect(rows).toEqual([]);
  });

  it("are written before a commit, or the app is refused it", async () => {
    const change = sql`UPDATE person SET badge = badge || '1' WHERE name = 'second'`;
    const strictly = yard.db.connection().execute(async (db) => {
      await sql`SET rook.books = 'on'`.execute(db);
      await change.execute(db).finally(() => sql`RESET rook.books`.execute(db));
    });
    await expect(strictly).rejects.toThrow(/expected a change of person to be written into its book/);
  });
});
