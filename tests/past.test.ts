import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { checksOf } from "@/core/catalogue/catalogue";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { clocksNow } from "@/server/clocks/keep";
import { verifyBooks } from "@/server/ledger/verify-books";
import { importPast, importSchema, paperSchema, pastRecords, typePaper } from "@/server/records/past";
import { addUnit, at, begin, state, tagOut, yardForFile } from "./database";

const yard = yardForFile();
const here = { siteId: "yard", zone: "UTC" };
const now = at(600);
const row = (line: number, more: object = {}) => ({
  ...{ line, plate: "s 1", date: "2025-04-01", by: "B. Lowe", outcome: "nothing_found" as const, note: "" },
  ...more,
});
const take = (rows: readonly object[], source = "old book.csv") =>
  importPast(yard.db, here, yard.people.owner, importSchema.parse({ source, kind: "inspection", rows }), now);
const all = () => pastRecords(yard.db, "yard", {}, 200);
const standing = async () =>
  (await sql`SELECT to_jsonb(s) AS is FROM unit_standing s ORDER BY unit_id`.execute(yard.db)).rows;

describe("records of a file", () => {
  it("are taken whole or not at all, once, each marked with the file it is from", async () => {
    const bad = [row(2), row(3, { plate: "ZZ-9" }), row(4, { date: "2026-03-03" })];
    await expect(take(bad)).rejects.toMatchObject({
      status: 400,
      detail: expect.stringMatching(
        /line 3: expected the plate of a unit of this site, got ZZ-9.*line 4: expected a day that has come/,
      ),
    });
    expect(await all()).toEqual([]);
    const good = [
      row(2),
      row(3, { date: "2025-04-02", outcome: "faults", note: "Rail loose" }),
      row(4, { plate: "B-1" }),
    ];
    expect(await take(good)).toEqual({ taken: 3, there: 0 });
    expect(await take([...good, row(5, { date: "2025-04-03" })], "again.csv")).toEqual({
      taken: 1,
      there: 3,
    });
    const found = await all();
    expect(found.map(({ plate, source }) => `${plate} ${source}`)).toEqual([
      "S-1 again.csv",
      "S-1 old book.csv",
      expect.stringMatching(/-1 old book.csv/),
      expect.stringMatching(/-1 old book.csv/),
    ]);
    expect(found[1]).toMatchObject({
      origin: "file",
      by: "B. Lowe",
      note: "Rail loose",
      outcome: "faults",
      entered: "owner",
    });
    // Page by page, none twice and none missed.
    const first = await pastRecords(yard.db, "yard", {}, 3);
    const last = first.at(-1);
    const next = await pastRecords(yard.db, "yard", { before: `${last?.doneMs}.${last?.id}` }, 3);
    expect([...first, ...next].map(({ id }) => id)).toEqual(found.map(({ id }) => id));
    expect(await pastRecords(yard.db, "elsewhere", {}, 9)).toEqual([]);
  });

  it("are refused in words where they are no such records", () => {
    for (const [wrong, words] of [
      [{ rows: [] }, /expected a record to take/],
      [{ rows: Array.from({ length: 1001 }, (_, i) => row(i + 2)) }, /at most 1000/],
      [{ rows: [row(2, { by: " " })] }, /expected who did it/],
      [{ rows: [row(2, { date: "01.04.2025" })] }, /date/i],
      [{ rows: [row(2, { outcome: "cleared" })] }, /nothing_found/],
    ] as const)
      expect(importSchema.safeParse({ source: "a", kind: "inspection", ...wrong }).error?.message).toMatch(
        words,
      );
  });
});

describe("a walk on paper", () => {
  const charge =
    checksOf(slabScissorSheet).find(({ definition }) => definition.id === "battery.charge")?.key ?? "";
  const typed = (more: object = {}) =>
    paperSchema.parse({
      ...{
        id: randomUUID(),
        doneAt: at(60).toISOString(),
        by: "E. Hurst",
        outcome: "nothing_found",
        note: "",
      },
      readings: [{ check: charge, value: 25.1 }],
      ...more,
    });

  it("is kept with what was read, and its hours count like any reading; it clears nothing and lifts nothing", async () => {
    const unitId = await addUnit(yard.db, "PW-1", slabScissorSheet);
    await begin(yard, unitId, yard.people.operator, 0);
    await tagOut(yard, "PW-1", yard.people.operator, 10);
    const before = await standing();
    const one = typed({ hours: { id: randomUUID(), value: 412 } });
    for (const again of [1, 2]) await typePaper(yard.db, unitId, yard.people.second, one, at(500 + again));
    expect(await pastRecords(yard.db, "yard", { unitId }, 9)).toMatchObject([
      {
        origin: "paper",
        by: "E. Hurst",
        entered: "second",
        readings: [{ check: charge, value: 25.1 }],
        doneMs: at(60).getTime(),
      },
    ]);
    expect((await clocksNow(yard.db, unitId)).meter?.machineHours).toBe(412);
    expect(await state(yard, unitId, 520)).toBe("tagged_out");
    const after = await standing();
    expect(after).toEqual(before);
  });

  it("is refused where it cannot have been, and nobody changes it afterwards", async () => {
    const wrong = [
      { doneAt: at(700).toISOString() },
      { doneAt: "2024-01-01T05:00:00.000Z" },
      { readings: [{ check: charge, value: 9e9 }] },
      { readings: [{ check: "no.such@check.v1", value: 1 }] },
    ];
    for (const more of wrong)
      await expect(
        typePaper(yard.db, yard.scissor, yard.people.operator, typed(more), now),
      ).rejects.toMatchObject({
        status: 400,
      });
    await typePaper(yard.db, yard.scissor, yard.people.operator, typed(), now);
    await expect(sql`UPDATE past_record SET outcome = 'nothing_found'`.execute(yard.db)).rejects.toThrow();
    await expect(sql`DELETE FROM past_record`.execute(yard.db)).rejects.toThrow();
    const { breaks } = await verifyBooks(yard.db);
    expect(breaks.filter(({ row: of }) => of?.startsWith("past_record "))).toEqual([]);
  });
});
