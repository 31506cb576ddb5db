import { randomUUID } from "node:crypto";
import { describe, expect, it } from "vitest";
import { faultName } from "@/core/proof/faults";
import type { InspectionEvent } from "@/core/record/events";
import { leftBy } from "@/core/underway/left";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { ingest } from "@/server/inspections/ingest";
import { recordPdf } from "@/server/records/pdf";
import { sealedRecord, verifyEntry } from "@/server/records/read";
import { walkedFrom } from "@/server/records/walked";
import { standingTags, tagDetail, waitsFor } from "@/server/tags/read";
import { recordRepair } from "@/server/tags/return";
import { repairFinding } from "@/server/units/finding-repair";
import { shiftBoard } from "@/server/units/shift-board";
import { pool, unitDetail } from "@/server/units/unit";
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
    expect(row("V-3")).toMatchObject({ inspector: null, slot: undefined });
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
    const units = await pool(yard.db, "yard", at(60));
    expect(units.map((u) => u.plate)).toEqual([...units.map((u) => u.plate)].sort());
    expect(units.find((u) => u.plate === "S-1")?.standing?.state).toBe("inspection_owed");
    expect(units.find((u) => u.plate === "V-7")?.standing?.state).toBe("tagged_out");
  });
});

describe("tags", () => {
  it("are listed oldest first with what each waits for", async () => {
    const list = await standingTags(yard.db, "yard");
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
    expect(await standingTags(yard.db, "elsewhere")).toEqual([]);
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
    const pdf = await recordPdf(record, `http://127.0.0.1/verify/${record.hash}`, left, {
      t: (key) => key,
      title: (key) => key,
      fault: (fault) => {
        told.push(faultName(fault));
        return faultName(fault);
      },
    });
    expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
    expect(pdf.length).toBeGreaterThan(8000);
    expect(new Set(told)).toEqual(new Set(left.map(faultName)));
  });
});
