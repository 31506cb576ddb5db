import { sql } from "kysely";
import pg from "pg";
import { describe, expect, it } from "vitest";
import { changeMin } from "@/core/plan/variables";
import type { InspectionEvent } from "@/core/record/events";
import { minutesTaken } from "@/core/underway/pace";
import { walkAndSign } from "@/server/demo/walk";
import { minutesLearned, minutesOf, noteMinutes } from "@/server/inspections/minutes";
import { at, begin, yardForFile } from "./database";

const yard = yardForFile();

/** Answers of one device, each so many minutes after the one before. */
function answers(
  ...gaps: readonly (readonly [check: string, minutes: number])[]
): readonly InspectionEvent[] {
  let at = Date.parse("2026-06-10T05:40:00Z");
  const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
  const form = { schema: 2 as const, saw: { position: 0, headHash: "" } };
  const events: InspectionEvent[] = [
    {
      ...form,
      id: id(0),
      inspectionId: id(99),
      deviceId: "d",
      seq: 1,
      follows: null,
      at: new Date(at).toISOString(),
      type: "changed",
      step: "people:2",
    },
  ];
  for (const [check, minutes] of gaps) {
    at += minutes * 60_000;
    const seq = events.length + 1;
    const common = { ...form, id: id(seq), inspectionId: id(99), deviceId: "d", seq, follows: null };
    events.push({
      ...common,
      at: new Date(at).toISOString(),
      type: "answered",
      check,
      result: { kind: "fine" },
    });
  }
  return events;
}

describe("minutes learned from history", () => {
  it("are the time from the event before, kept within reason: a break is no slow check, a tap no quick one", () => {
    const taken = minutesTaken(
      answers(
        ["doc.manual@documents_box.v1", 0.5],
        ["doc.manual@documents_box.v1", 45],
        ["doc.manual@documents_box.v1", 0.001],
      ),
    );
    expect(taken.get("doc.manual")).toEqual([0.5, 1.6, 0.04]);
  });

  it("are shared by answers given in one act, as their estimates are", () => {
    const taken = minutesTaken(
      answers(
        ["doc.manual@documents_box.v1", 0.48],
        ["doc.handbooks@documents_box.v1", 0],
        ["doc.data_plate@documents_box.v1", 0.05],
      ),
    );
    // By the catalogue 0.16 and 0.08: two thirds and one.
    expect(taken.get("doc.manual")?.[0]).toBeCloseTo(0.32, 9);
    expect(taken.get("doc.handbooks")?.[0]).toBeCloseTo(0.16, 9);
    expect(taken.get("doc.data_plate")?.[0]).toBeCloseTo(0.05, 9);
  });

  it("leave out what was changed on the machine before the answer, in the same act", () => {
    const [said, answered] = answers(["doc.manual@documents_box.v1", 0.24]) as [
      InspectionEvent,
      InspectionEvent,
    ];
    const changed = { ...said, at: answered.at, step: "change.12.stop.ground.in" } as InspectionEvent;
    const taken = minutesTaken([said, changed, answered]);
    const manual = 0.16 / (0.16 + changeMin("stop.ground", "in"));
    expect(taken.get("doc.manual")?.[0]).toBeCloseTo(0.24 * manual, 9);
  });

  it("become a model's running mean, and count once there are enough of them", async () => {
    const walk = (minutes: number) => answers(["doc.manual@documents_box.v1", minutes]);
    await noteMinutes(yard.db, "sheet-S-1", [walk(0.4), walk(0.4), walk(0.6)]);
    expect(await minutesOf(yard.db, "sheet-S-1")).toEqual({});
    await noteMinutes(yard.db, "sheet-S-1", [walk(0.8), walk(0.8)]);
    const learned = await minutesOf(yard.db, "sheet-S-1");
    expect(learned["doc.manual"]).toBeCloseTo((0.4 + 0.4 + 0.6 + 0.8 + 0.8) / 5, 9);
    expect(await minutesOf(yard.db, "sheet-B-1")).toEqual({});
  });

  it("learn nothing from a walk that was filled in rather than walked, however often it is", async () => {
    const walk = (minutes: number) =>
      answers(...Array.from({ length: 20 }, () => ["doc.manual@documents_box.v1", minutes] as const));
    await noteMinutes(yard.db, "sheet-B-1", [walk(0.01), walk(0.01)]);
    expect(await minutesOf(yard.db, "sheet-B-1")).toEqual({});
    await noteMinutes(yard.db, "sheet-B-1", [walk(0.4), walk(0.01)]);
    expect((await minutesOf(yard.db, "sheet-B-1"))["doc.manual"]).toBeCloseTo(0.4, 9);
  });

  it("are learned once a walk is signed, and hold nobody up who signs another of the same model", async () => {
    const { sheetId } = await yard.db
      .selectFrom("unit as u")
      .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
      .select("v.sheetId")
      .where("u.id", "=", yard.scissor)
      .executeTakeFirstOrThrow();
    const walk = async (minute: number) => {
      const inspectionId = await begin(yard, yard.scissor, yard.people.operator, minute);
      await walkAndSign(
        yard.db,
        { inspectionId, personId: yard.people.operator, signer: "t", random: yard.random },
        at(minute),
      );
    };
    const times = async () => {
      const { rows } = await sql<{ times: number }>`
        SELECT max(times) AS times FROM check_minutes WHERE sheet_id = ${sheetId}`.execute(yard.db);
      return rows[0]?.times ?? 0;
    };
    await walk(0);
    await minutesLearned();
    const before = await times();
    expect(before).toBeGreaterThan(0);
    const other = new pg.Client({ connectionString: yard.url });
    await other.connect();
    await other.query("BEGIN; SELECT * FROM check_minutes FOR UPDATE");
    await walk(70);
    await other.query("COMMIT");
    await other.end();
    await minutesLearned();
    expect(await times()).toBeGreaterThan(before);
  });
});
