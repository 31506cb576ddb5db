import { randomUUID } from "node:crypto";
import { PDFDocument } from "@cantoo/pdf-lib";
import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { lastGiven } from "@/core/grade/answers";
import { faultName } from "@/core/proof/faults";
import type { InspectionEvent } from "@/core/record/events";
import { leftBy } from "@/core/underway/left";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { ingest } from "@/server/inspections/ingest";
import { type PdfWords, recordPdf } from "@/server/records/pdf";
import { recordsPdf } from "@/server/records/pdf-book";
import { sealedRecord, verifyEntry } from "@/server/records/read";
import { walkedFrom } from "@/server/records/walked";
import { shiftBoard } from "@/server/shift/board";
import { standingTags, tagDetail, waitsFor } from "@/server/tags/read";
import { recordRepair } from "@/server/tags/return";
import { repairFinding } from "@/server/units/finding-repair";
import { poolPage } from "@/server/units/pool";
import { unitDetail } from "@/server/units/unit";
import { addUnit, at, begin, tagOut, yardForFile } from "./database";

const yard = yardForFile();
const walk = (inspectionId: string, minute: number, answers = {}) =>
  walkAndSign(
    yard.db,
    { inspectionId, personId: yard.people.operator, signer: "operator", random: yard.random, answers },
    at(minute),
  );

async function need(unitId: string, shiftId: "early" | "late", inspectorId: string | null): Promise<void> {
  await yard.db
    .insertInto("shiftNeed")
    .values({ siteId: "yard", shiftId, unitId, crew: "glaziers", place: "Palm Court", inspectorId })
    .execute();
}

describe("the shift board", () => {
  it("shows what is walked, ready, late and tagged, for the shift about to start", async () => {
    const [ready, walking, owed, out, later] = await Promise.all(
      ["V-1", "V-2", "V-3", "V-4", "V-5"].map((plate) => addUnit(yard.db, plate, slabScissorSheet)),
    );
    if (!ready || !walking || !owed || !out || !later) throw new Error("no units");
    for (const unit of [ready, walking, out]) await need(unit, "early", yard.people.operator);
    await need(owed, "early", null);
    await need(later, "late", yard.people.second);
    await walk(await begin(yard, ready, yard.people.operator, 0), 0);
    const open = await begin(yard, walking, yard.people.second, 30);
    const answered = {
      inspectionId: open,
      deviceId: "t",
      follows: null,
      at: at(31).toISOString(),
      type: "answered",
      result: { kind: "fine" },
    };
    await ingest(
      yard.db,
      open,
      yard.people.second,
      {
        events: ["doc.manual", "doc.decals"].map((id, i) => ({
          ...answered,
          id: randomUUID(),
          seq: i + 1,
          check: `${id}@documents_box.v1`,
        })),
      },
      at(31),
    );
    await tagOut(yard, "V-4", yard.people.untrained, 20, { reason: "leak", note: "under the tray" });

    const board = await shiftBoard(yard.db, "yard", at(45));
    const row = (plate: string) => board.rows.find((r) => r.plate === plate);
    expect(board.shift).toMatchObject({ id: "early", startMs: at(60).getTime() });
    expect(board.rows.map((r) => r.plate)).toEqual(["V-1", "V-2", "V-3", "V-4"]);
    expect(board.later.map((r) => r.plate)).toEqual(["V-5"]);
    expect(row("V-1")?.standing).toMatchObject({
      state: "cleared",
      usable: true,
      untilMs: at(540).getTime(),
    });
    expect(row("V-2")?.walking).toMatchObject({ by: "second", done: 2 });
    expect(row("V-2")?.slot?.late).toBe(true);
    // Nobody inspects it usually: the plan says who does.
    expect(row("V-3")?.slot?.person).toMatch(/^(operator|second)$/);
    expect(row("V-4")).toMatchObject({ tagReason: "leak", standing: { state: "tagged_out", usable: false } });
    expect(row("V-4")?.slot).toBeUndefined();
    expect(board.rows.every((r) => r.minutes > 20 && r.checks > 90)).toBe(true);
  });

  it("at the late shift's start the early clearance is over", async () => {
    const board = await shiftBoard(yard.db, "yard", at(541));
    expect(board.shift.id).toBe("late");
    expect(board.later.find((r) => r.plate === "V-1")?.standing.state).toBe("expired");
  });
});

describe("a unit", () => {
  it("shows its open findings until someone records their repair, once", async () => {
    const unitId = await addUnit(yard.db, "V-6", slabScissorSheet);
    await walk(await begin(yard, unitId, yard.people.operator, 0), 0, {
      "doc.decals": { condition: "unreadable" },
      "rails.condition": { condition: "scuffed" },
    });
    const detail = await unitDetail(yard.db, "V-6", at(60));
    expect(detail?.standing.state).toBe("cleared_with_notes");
    expect(detail?.findings.map((f) => `${f.condition} ${f.grade}`).sort()).toEqual([
      "scuffed watch",
      "unreadable repair_by",
    ]);
    const decal = detail?.findings.find((f) => f.condition === "unreadable");
    await repairFinding(yard.db, decal?.id ?? "", yard.people.technician, { work: "New decal" }, at(70));
    await expect(
      repairFinding(yard.db, decal?.id ?? "", yard.people.technician, { work: "again" }, at(71)),
    ).rejects.toThrow(/already recorded/);
    expect((await unitDetail(yard.db, "V-6", at(72)))?.findings.map((f) => f.condition)).toEqual(["scuffed"]);
    expect(await unitDetail(yard.db, "NO-1", at(0))).toBeUndefined();
  });

  it("a finding that tagged the unit out is repaired under its tag only", async () => {
    const unitId = await addUnit(yard.db, "V-7", slabScissorSheet);
    await walk(await begin(yard, unitId, yard.people.operator, 0), 0, {
      "frame.welds": { condition: "cracked" },
    });
    const findings = await yard.db.selectFrom("finding").select("id").where("unitId", "=", unitId).execute();
    // The same weld is looked at from both ends: two findings, two tags.
    expect(findings).toHaveLength(2);
    await expect(
      repairFinding(yard.db, findings[0]?.id ?? "", yard.people.technician, { work: "welded" }, at(70)),
    ).rejects.toThrow(/under the tag/);
    expect((await unitDetail(yard.db, "V-7", at(60)))?.tags).toHaveLength(2);
  });

  it("the pool lists every unit with where it stands", async () => {
    const { rows, names, next } = await poolPage(yard.db, "yard", {}, at(60));
    expect(rows.map((u) => u.plate)).toEqual([...rows.map((u) => u.plate)].sort());
    expect(names.map((u) => u.plate)).toEqual(rows.map((u) => u.plate));
    expect(next).toBeUndefined();
    expect(rows.find((u) => u.plate === "S-1")?.state).toBe("inspection_owed");
    expect(rows.find((u) => u.plate === "V-7")?.state).toBe("tagged_out");
  });

  it("a large pool comes page by page, each unit once, and is searched whole", async () => {
    await sql`INSERT INTO site SELECT 'large', name, shifts, policy, time_zone FROM site WHERE id = 'yard'`.execute(
      yard.db,
    );
    await sql`INSERT INTO unit (id, plate, site_id, family, serial, examination_due)
      SELECT gen_random_uuid(), 'P-' || lpad(n::text, 3, '0'), 'large', 'slab_scissor', 'X' || (7000 + n), now()
      FROM generate_series(1, 230) n`.execute(yard.db);
    const seen: string[] = [];
    let after: string | undefined;
    do {
      const page = await poolPage(yard.db, "large", { after }, at(60));
      expect(page.rows.length).toBeLessThanOrEqual(100);
      seen.push(...page.rows.map(({ plate }) => plate));
      after = page.next;
    } while (after !== undefined);
    expect(seen).toEqual(Array.from({ length: 230 }, (_, i) => `P-${String(i + 1).padStart(3, "0")}`));
    const found = await poolPage(yard.db, "large", { find: "p 211" }, at(60));
    expect(found.rows.map(({ plate }) => plate)).toEqual(["P-211"]);
    expect((await poolPage(yard.db, "large", { find: "X7099" }, at(60))).rows[0]?.plate).toBe("P-099");
    expect((await poolPage(yard.db, "large", { after: "P-230" }, at(60))).rows).toEqual([]);
  });

  it("a history goes back to the first inspection", async () => {
    const unitId = await addUnit(yard.db, "V-9", slabScissorSheet);
    await sql`INSERT INTO inspection (id, unit_id, person_id, scope, sheet_version_id, catalogue_version, policy, found, started_at)
      SELECT gen_random_uuid(), ${unitId}, person_id, scope, sheet_version_id, catalogue_version, policy, found, started_at
      FROM (SELECT * FROM inspection WHERE tag_id IS NULL AND scope->>'kind' = 'full' LIMIT 1) i, generate_series(1, 61)`.execute(
      yard.db,
    );
    await sql`INSERT INTO seal SELECT id, unit_id, 'not_cleared', 'not_cleared', '[]', 'full', person_id,
      ${at(0)}::timestamptz + row_number() OVER () * interval '1 day', started_at, 5, 1, 0, 0, NULL, row_number() OVER ()
      FROM inspection WHERE unit_id = ${unitId}`.execute(yard.db);
    const seen = new Set<string>();
    let before: Date | undefined;
    for (let pages = 0; pages < 4; pages++) {
      const history = (await unitDetail(yard.db, "V-9", at(60), before))?.history ?? [];
      for (const { inspectionId } of history) seen.add(inspectionId);
      before = history.at(-1)?.signedAt ?? before;
    }
    expect(seen.size).toBe(61);
    // The last page says that it is the last.
    const last = await unitDetail(yard.db, "V-9", at(60), new Date(at(0).getTime() + 6 * 86_400_000));
    expect(last).toMatchObject({ more: false, history: { length: 5 } });
    const full = await unitDetail(yard.db, "V-9", at(60), new Date(at(0).getTime() + 29 * 86_400_000));
    expect(full).toMatchObject({ more: false, history: { length: 28 } });
  });
});

describe("tags", () => {
  it("come page by page where there are many, each once", async () => {
    await sql`INSERT INTO tag (unit_id, reason, raised_by, raised_at)
      SELECT id, 'leak', ${yard.people.operator}, ${at(5)} FROM unit WHERE site_id = 'large'`.execute(
      yard.db,
    );
    const seen: string[] = [];
    let after: { raisedAt: Date; number: string } | undefined;
    for (;;) {
      const { tags, more } = await standingTags(yard.db, "large", after);
      seen.push(...tags.map(({ plate }) => plate));
      after = tags.at(-1);
      if (!more) break;
    }
    expect(seen).toHaveLength(230);
    expect(new Set(seen).size).toBe(230);
  });

  it("are listed oldest first with what each waits for", async () => {
    const { tags: list, more } = await standingTags(yard.db, "yard");
    expect(more).toBe(false);
    expect(list.map((t) => t.raisedAt.getTime())).toEqual(
      [...list.map((t) => t.raisedAt.getTime())].sort((a, b) => a - b),
    );
    const tag = list.find((t) => t.plate === "V-4");
    expect(tag).toMatchObject({ waits: "repair", by: "untrained", note: "under the tray" });
    await recordRepair(
      yard.db,
      tag?.id ?? "",
      yard.people.technician,
      { cause: "c", work: "w", repaired: ["hoses"], disturbed: [], licence: "L" },
      at(80),
    );
    expect((await tagDetail(yard.db, tag?.id ?? ""))?.waits).toBe("retest");
    expect((await standingTags(yard.db, "elsewhere")).tags).toEqual([]);
  });

  it("a repair after a re-test makes the re-test owed again", () => {
    const waits = (...kinds: string[]) => waitsFor(kinds.map((kind) => ({ kind })));
    expect(waits()).toBe("repair");
    expect(waits("repaired", "retested")).toBe("release");
    expect(waits("repaired", "retested", "repaired")).toBe("retest");
    expect(waits("repaired", "retested", "released")).toBe("nothing");
  });
});

describe("records", () => {
  it("read back what was signed, verify, and print as a PDF that carries the code", async () => {
    const unitId = await addUnit(yard.db, "V-8", slabScissorSheet);
    const inspectionId = await begin(yard, unitId, yard.people.operator, 0);
    await walk(inspectionId, 0, { "rails.condition": { condition: "scuffed", note: "top rail" } });
    const record = await sealedRecord(yard.db, inspectionId);
    if (record === undefined) throw new Error("no record");
    expect(record.document).toMatchObject({
      outcome: "cleared_with_notes",
      startedAt: at(0).toISOString(),
      scope: { kind: "full" },
      signature: { kind: "typed", name: "operator" },
    });
    expect(record.document.findings).toMatchObject([
      { condition: "scuffed", note: "top rail", grade: "watch" },
    ]);
    expect(record.document.events.length).toBeGreaterThan(100);
    expect(await verifyEntry(yard.db, record.hash)).toMatchObject({
      plate: "V-8",
      // That it began, what it found, and the seal.
      position: 3,
      count: 3,
      broken: undefined,
    });
    expect(await verifyEntry(yard.db, "0".repeat(64))).toBeUndefined();
    expect(await sealedRecord(yard.db, randomUUID())).toBeUndefined();
    const walked = await walkedFrom(yard.db, record.document);
    if (walked === undefined) throw new Error("its sheet and catalogue are those of today");
    // Made whole, it leaves nothing; with the horn never tried, that.
    const { events } = record.document;
    expect(leftBy(walked, events)).toEqual([]);
    const untried = events.map((event): InspectionEvent => {
      if (!("check" in event) || !/^platform\.horn/.test(event.check)) return event;
      const { type: _type, result: _result, ...rest } = event as typeof event & { readonly result: unknown };
      return { ...rest, type: "skipped", reason: "quiet hours" };
    });
    const left = leftBy(walked, untried);
    expect(left.map(faultName)).toEqual(["alarm.horn dead"]);
    const told: string[] = [];
    const lines: string[] = [];
    const words: PdfWords = {
      t: (key) => key,
      finding: ({ check }) => check,
      fault: (fault) => {
        told.push(faultName(fault));
        return faultName(fault);
      },
      matter: ({ check }) => check,
      line: (given) => {
        lines.push(given.check);
        return { what: given.check, how: "" };
      },
      lasts: ({ check }) => check,
      signer: "A. Tester (1, licence L)",
      signedAt: "2026-03-02 06:00",
      span: () => "06:00",
    };
    const one = { record, verifyUrl: `http://127.0.0.1/verify/${record.hash}`, words };
    const pdf = await recordPdf({ ...one, left });
    expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
    expect(pdf.length).toBeGreaterThan(8000);
    expect(new Set(told)).toEqual(new Set(left.map(faultName)));
    expect(new Set(lines)).toEqual(new Set(lastGiven(events).map(({ check }) => check)));
    // Several in one: the contents first, with the page on which each begins.
    const title = "Three records";
    const bookWords = { title, lead: "", page: (page: number, of: number) => `${page}/${of}` };
    const book = await PDFDocument.load(await recordsPdf([one, one, one], bookWords));
    const single = await PDFDocument.load(await recordPdf(one));
    expect(book.getPageCount()).toBe(1 + 3 * single.getPageCount());
    expect(book.getTitle()).toBe(title);
  });
});
