import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { checksOf } from "@/core/catalogue/catalogue";
import { floorChecks, weakenings } from "@/core/catalogue/weakened";
import { type Sheet, sheetSchema } from "@/core/sheet/sheet";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { migrate } from "@/server/database/migrate";
import { sheetDetail } from "@/server/sheets/read";
import { confirmClaim, saveSheet, withdrawClaim } from "@/server/sheets/save";
import { confirmFigure, figureClaims, figuresOf, setUnitFigure } from "@/server/units/figures";
import { addUnit, at, yardForFile } from "../database";

const yard = yardForFile();
const detail = async (id: string) => {
  const found = await sheetDetail(yard.db, id);
  if (found === undefined) throw new Error(`no sheet ${id}`);
  return found;
};
let number = 0;
async function fresh(sheet: Sheet): Promise<string> {
  number += 1;
  await addUnit(yard.db, `W-${number}`, sheet);
  return `sheet-W-${number}`;
}
const save = async (id: string, sheet: Sheet, page?: string) =>
  saveSheet(yard.db, yard.people.owner, id, { sheet, from: (await detail(id)).version, page }, at(number));
const lowered = (figure: keyof Sheet["figures"], value: number): Sheet => ({
  ...slabScissorSheet,
  figures: { ...slabScissorSheet.figures, [figure]: { value, page: "1" } },
});

/** Every way that was once found to take checks away with one person and no page. */
const ways: Readonly<Record<string, readonly [Sheet, Sheet]>> = {
  "no jib": [
    articulatingBoomSheet,
    {
      ...articulatingBoomSheet,
      features: { ...articulatingBoomSheet.features, jib: { fit: "not_fitted", manualPage: " " } },
    },
  ],
  "fewer stop buttons": [
    {
      ...slabScissorSheet,
      stopButtons: [...slabScissorSheet.stopButtons, { id: "rear", at: "chassis", resets: "pull" }],
    },
    slabScissorSheet,
  ],
  "a longer way to stop": [slabScissorSheet, lowered("stopping_distance_max", 5)],
  "a longer creep-down": [slabScissorSheet, lowered("drift_max", 200)],
};

describe("rule: whatever would be asked less or graded softer on the floor waits for a page and a second person", () => {
  for (const [name, [before, after]] of Object.entries(ways)) {
    it(`${name}: nothing changes with one person, however the page is left blank`, async () => {
      const id = await fresh(before);
      const asked = floorChecks((await detail(id)).sheet);
      for (const page of [undefined, "", "   "])
        await expect(save(id, after, page)).rejects.toMatchObject({ name: "Error" });
      expect(floorChecks((await detail(id)).sheet)).toEqual(asked);
    });
  }

  it("with its page it waits as a whole, the first cannot be the second, and then it holds", async () => {
    const [before, after] = ways["fewer stop buttons"] ?? [slabScissorSheet, slabScissorSheet];
    const id = await fresh(before);
    const saved = await save(id, after, "7-3");
    expect(saved.waiting?.map((w) => w.what)).toContain("dropped");
    const waiting = await detail(id);
    expect(waiting.version).toBe(1);
    expect(waiting.sheet.stopButtons).toHaveLength(3);
    const claim = waiting.claims[0]?.id ?? "";
    await expect(confirmClaim(yard.db, claim, yard.people.owner, at(1))).rejects.toThrow(/second person/);
    await confirmClaim(yard.db, claim, yard.people.technician, at(2));
    expect((await detail(id)).sheet.stopButtons).toHaveLength(2);
    const row = await yard.db
      .selectFrom("sheetVersion")
      .select(["weakens", "manualPage", "confirmedBy"])
      .where("sheetId", "=", id)
      .where("version", "=", 2)
      .executeTakeFirstOrThrow();
    expect(row).toMatchObject({ manualPage: "7-3", confirmedBy: yard.people.technician });
    expect(row.weakens.length).toBeGreaterThan(0);
  });

  it("one over a version that is no longer the latest is entered again, and can be taken back", async () => {
    const id = await fresh(slabScissorSheet);
    await save(id, lowered("stopping_distance_max", 5), "3");
    await save(id, lowered("stopping_distance_max", 0.2));
    const claim = (await detail(id)).claims[0]?.id ?? "";
    await expect(confirmClaim(yard.db, claim, yard.people.technician, at(2))).rejects.toThrow(/meanwhile/);
    await withdrawClaim(yard.db, claim, at(3));
    expect((await detail(id)).claims).toEqual([]);
  });

  it("what asks more, or grades harder, is saved at once", async () => {
    const id = await fresh(slabScissorSheet);
    expect((await save(id, lowered("battery_rest_voltage_min", 25))).version).toBe(2);
    expect((await save(id, { ...(await detail(id)).sheet, model: "S 24 E" })).version).toBe(3);
  });

  it("by hand cranked, by a changed choice or a figure of nothing: the comparison sees it whatever was touched", () => {
    const cranked = { ...slabScissorSheet, power: "hand_crank" } as Sheet;
    expect(weakenings(slabScissorSheet, cranked).length).toBeGreaterThan(20);
    const { stopping_distance_max: _away, ...figures } = slabScissorSheet.figures;
    // A figure taken out asks the operator to read it: that is not softer.
    expect(weakenings(slabScissorSheet, { ...slabScissorSheet, figures })).toEqual([]);
    expect(weakenings(slabScissorSheet, slabScissorSheet)).toEqual([]);
  });

  it("a unit's own figure that softens a limit waits too", async () => {
    const unitId = await addUnit(yard.db, "W-OWN", slabScissorSheet);
    const wanted = { figure: "stopping_distance_max" as const, value: 6, source: "plate" };
    const set = await setUnitFigure(yard.db, unitId, yard.people.owner, wanted, at(1));
    expect(set.waiting).toEqual([{ what: "limit", id: expect.stringContaining("drive.stopping") }]);
    expect(await figuresOf(yard.db, unitId)).toEqual({});
    const [claim] = await figureClaims(yard.db, unitId);
    const confirm = (person: string) => confirmFigure(yard.db, unitId, claim?.id ?? "", person, at(2));
    await expect(confirm(yard.people.owner)).rejects.toThrow(/second person/);
    await confirm(yard.people.technician);
    expect(await figuresOf(yard.db, unitId)).toMatchObject({ stopping_distance_max: { value: 6 } });
    await expect(
      setUnitFigure(yard.db, unitId, yard.people.owner, { ...wanted, value: -1e6 }, at(3)),
    ).rejects.toThrow(/expected 0 to/);
  });

  it("a list past what any lift has is refused with its bound named", () => {
    const many = Array.from({ length: 70 }, (_, i) => ({
      id: `b${"abcdefghij"[i % 10]}${"abcdefghij"[Math.floor(i / 10)]}`,
      at: "chassis" as const,
      resets: "pull" as const,
    }));
    const read = sheetSchema.safeParse({ ...slabScissorSheet, stopButtons: many });
    expect(read.error?.issues[0]?.message).toMatch(/at most 12 stop buttons/);
  });
});

describe("rule: a version of the app that would ask less does not start", () => {
  it("is stopped at migration, by the same comparison", async () => {
    const { db } = yard;
    const unit = await db
      .selectFrom("unit")
      .select("sheetVersionId")
      .where("plate", "=", "W-OWN")
      .executeTakeFirstOrThrow();
    await sql`UPDATE catalogue_seen SET version = 0`.execute(db);
    await migrate(db);
    const row = await db
      .selectFrom("floorAsked")
      .select("checks")
      .where("sheetVersionId", "=", unit.sheetVersionId ?? "")
      .executeTakeFirstOrThrow();
    expect(row.checks).toEqual(floorChecks(slabScissorSheet));
    // As if the version before had asked for one more.
    await sql`UPDATE floor_asked SET checks = checks || '["frame.rivets@chassis_rear.v1"]'::jsonb
      WHERE sheet_version_id = ${unit.sheetVersionId}`.execute(db);
    await sql`UPDATE catalogue_seen SET version = 0`.execute(db);
    await expect(migrate(db)).rejects.toThrow(/frame\.rivets.*start the earlier version/);
    expect(checksOf(slabScissorSheet).length).toBeGreaterThan(100);
  });
});
