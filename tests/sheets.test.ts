import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { checksOf } from "@/core/catalogue/catalogue";
import { intervalRule, mayHaveInterval } from "@/core/catalogue/interval";
import type { Sheet } from "@/core/sheet/sheet";
import { roughScissorSheet } from "@/demo/sheets/rough-terrain-scissors";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { findInspection } from "@/server/inspections/model";
import { startInspection } from "@/server/inspections/start";
import { requireForClaim, requireForSheet } from "@/server/sheets/access";
import { sheetDetail } from "@/server/sheets/read";
import { confirmClaim, createSheet, saveSheet, withdrawClaim } from "@/server/sheets/save";
import { setUnitFigure } from "@/server/units/figures";
import { at, yardForFile } from "./database";

const yard = yardForFile();
const latest = async (id: string) => {
  const found = await sheetDetail(yard.db, id);
  if (found === undefined) throw new Error(`no sheet ${id}`);
  return found;
};
const has = (sheet: Sheet, check: string) => checksOf(sheet).some((c) => c.definition.id === check);
const without = (sheet: Sheet, entry: Sheet["features"]["tilt_sensor"]): Sheet => ({
  ...sheet,
  features: { ...sheet.features, tilt_sensor: entry },
});

describe("a sheet's versions", () => {
  it("a new version is used by its units from their next inspection on; a begun one is asked by it too", async () => {
    const before = await startInspection(
      yard.db,
      yard.people.operator,
      { unitId: yard.scissor, scope: "full" },
      at(0),
    );
    const { sheet, version } = await latest("sheet-S-1");
    const figures = { ...sheet.figures, rated_load: { value: 200, page: "1-7" } };
    const saved = await saveSheet(
      yard.db,
      yard.people.owner,
      "sheet-S-1",
      { sheet: { ...sheet, figures }, from: version, note: "Supplement of the manual" },
      at(1),
    );
    expect(saved.version).toBe(version + 1);
    const after = await startInspection(
      yard.db,
      yard.people.second,
      { unitId: yard.scissor, scope: "full" },
      at(2),
    );
    expect((await findInspection(yard.db, before))?.began?.sheet.figures.rated_load?.value).toBe(240);
    expect((await findInspection(yard.db, before))?.asks.sheet.figures.rated_load?.value).toBe(200);
    expect((await findInspection(yard.db, after))?.asks.sheet.figures.rated_load?.value).toBe(200);
    expect((await latest("sheet-S-1")).versions[0]).toMatchObject({
      note: "Supplement of the manual",
      changes: [{ at: "figure", id: "rated_load" }],
    });
  });

  it("two people who edit at once do not overwrite each other", async () => {
    const { sheet, version } = await latest("sheet-B-1");
    const save = (model: string) =>
      saveSheet(
        yard.db,
        yard.people.owner,
        "sheet-B-1",
        { sheet: { ...sheet, model }, from: version },
        at(3),
      );
    const results = await Promise.allSettled([save("KB-160 E"), save("KB-160 F")]);
    expect(results.map((r) => r.status).sort()).toEqual(["fulfilled", "rejected"]);
    expect(results.find((r) => r.status === "rejected")).toMatchObject({ reason: { type: "newer-version" } });
  });

  it("is refused whole with every error named by path, and saves nothing", async () => {
    const { sheet, version } = await latest("sheet-S-1");
    const bad = { ...sheet, power: "steam", figures: { ...sheet.figures, wings: { value: 1, page: "1" } } };
    const saving = saveSheet(yard.db, yard.people.owner, "sheet-S-1", { sheet: bad, from: version }, at(4));
    await expect(saving).rejects.toMatchObject({
      status: 400,
      more: { errors: expect.arrayContaining([expect.objectContaining({ path: "power" })]) },
    });
    expect((await latest("sheet-S-1")).version).toBe(version);
    const other = { sheet: roughScissorSheet, from: version };
    await expect(saveSheet(yard.db, yard.people.owner, "sheet-S-1", other, at(4))).rejects.toThrow(
      /another sheet/,
    );
    const same = { sheet, from: version };
    await expect(saveSheet(yard.db, yard.people.owner, "sheet-S-1", same, at(4))).rejects.toMatchObject({
      type: "no-change",
    });
  });
});

describe("not fitted on a safety feature", () => {
  const claimed = async () => {
    const { sheet, version } = await latest("sheet-S-1");
    const wanted = without(sheet, { fit: "not_fitted", manualPage: "4-2" });
    return saveSheet(yard.db, yard.people.owner, "sheet-S-1", { sheet: wanted, from: version }, at(5));
  };

  it("keeps its checks on until a second person agrees, and the first cannot be the second", async () => {
    expect((await claimed()).claims).toEqual(["tilt_sensor"]);
    const waiting = await latest("sheet-S-1");
    expect(has(waiting.sheet, "tilt.alarm")).toBe(true);
    expect(waiting.claims).toMatchObject([{ feature: "tilt_sensor", manualPage: "4-2", by: "owner" }]);
    const claim = waiting.claims[0]?.id ?? "";
    await expect(confirmClaim(yard.db, claim, yard.people.owner, at(6))).rejects.toMatchObject({
      type: "second-person",
    });
    await expect(
      yard.db
        .updateTable("sheetClaim")
        .set({ confirmedBy: yard.people.owner, confirmedAt: at(6) })
        .where("id", "=", claim)
        .execute(),
    ).rejects.toThrow(/check constraint/);
    await confirmClaim(yard.db, claim, yard.people.technician, at(7));
    const settled = await latest("sheet-S-1");
    expect(has(settled.sheet, "tilt.alarm")).toBe(false);
    expect(settled.sheet.features.tilt_sensor).toEqual({
      fit: "not_fitted",
      manualPage: "4-2",
      enteredBy: "owner",
      confirmedBy: "technician",
    });
    expect(settled.claims).toEqual([]);
    await expect(confirmClaim(yard.db, claim, yard.people.technician, at(8))).rejects.toMatchObject({
      status: 404,
    });
  });

  it("two names written into a file by one person are no two people", async () => {
    const forged = without(slabScissorSheet, {
      fit: "not_fitted",
      manualPage: "9",
      enteredBy: "A. Nobody",
      confirmedBy: "B. Nobody",
    });
    const saved = await createSheet(
      yard.db,
      yard.people.owner,
      { ...forged, model: "S 25" },
      undefined,
      at(9),
    );
    expect(saved.claims).toContain("tilt_sensor");
    expect(has((await latest(saved.id)).sheet, "tilt.alarm")).toBe(true);
    await expect(
      createSheet(yard.db, yard.people.owner, { ...forged, model: "S 25" }, undefined, at(9)),
    ).rejects.toMatchObject({ type: "sheet-there" });
  });

  it("a slope test is left longer by two people, also in a sheet that comes whole from a file", async () => {
    const intervals = {
      "drive.brake_hold": { days: 7, page: "41" },
      "doc.handbooks": { days: 30, page: "12" },
    };
    const raw = { ...slabScissorSheet, model: "S 26", intervals };
    const saved = await createSheet(yard.db, yard.people.owner, raw, undefined, at(9));
    expect(saved).toMatchObject({ version: 1, waiting: [{ what: "interval" }] });
    const kept = async () => (await latest(saved.id)).sheet.intervals;
    expect(await kept()).toEqual({ "doc.handbooks": intervals["doc.handbooks"] });
    // Past the use case: by nobody, by one, longer than the version before says; shorter is one's own word.
    const version = (n: number, days: number, by: readonly (string | null)[], id = "drive.brake_hold") => {
      const content = JSON.stringify({ ...raw, intervals: { [id]: { days, page: "41" } } });
      return sql`INSERT INTO sheet_version (id, sheet_id, version, content, hash, created_at, weakens, made_by, confirmed_by)
        VALUES (gen_random_uuid(), ${saved.id}, ${n}, ${content}, ${`hash ${n}`}, now(), '[]', ${by[0]}, ${by[1]})`.execute(
        yard.db,
      );
    };
    const { owner, technician } = yard.people;
    for (const by of [
      [null, null],
      [owner, null],
      [owner, owner],
    ])
      await expect(version(2, 7, by)).rejects.toThrow(/two people/);
    // The database asks for two where the catalogue does.
    const two = mayHaveInterval(slabScissorSheet).filter((one) => intervalRule(one) === "two_people");
    expect(two.length).toBeGreaterThan(1);
    for (const { id } of two) await expect(version(2, 7, [owner, null], id)).rejects.toThrow(/two people/);
    const claim = (await latest(saved.id)).claims[0]?.id ?? "";
    await expect(confirmClaim(yard.db, claim, owner, at(10))).rejects.toMatchObject({
      type: "second-person",
    });
    await confirmClaim(yard.db, claim, technician, at(10));
    expect(await kept()).toEqual(intervals);
    await expect(version(3, 8, [owner, null])).rejects.toThrow(/two people/);
    await expect(version(3, 6, [owner, null])).resolves.toBeDefined();
  });

  it("without the manual's page it is refused, and what waits can be taken back", async () => {
    const { sheet, version } = await latest("sheet-B-1");
    const bare = without(sheet, { fit: "not_fitted" });
    await expect(
      saveSheet(yard.db, yard.people.owner, "sheet-B-1", { sheet: bare, from: version }, at(10)),
    ).rejects.toThrow(/features.tilt_sensor.*page/);
    const paged = without(sheet, { fit: "not_fitted", manualPage: "3" });
    await saveSheet(yard.db, yard.people.owner, "sheet-B-1", { sheet: paged, from: version }, at(10));
    const [claim] = (await latest("sheet-B-1")).claims;
    await withdrawClaim(yard.db, claim?.id ?? "", at(11));
    expect((await latest("sheet-B-1")).claims).toEqual([]);
  });
});

describe("who may change a sheet", () => {
  const owner = (...sites: string[]) => ({
    id: yard.people.owner,
    name: "owner",
    badge: "1",
    sessionId: "s",
    roles: new Map(sites.map((site) => [site, ["owner" as const]])),
  });

  it("an owner of each site that uses it, not one of elsewhere alone", async () => {
    await requireForSheet(yard.db, owner("yard"), "settings", "sheet-S-1");
    await requireForSheet(yard.db, owner("elsewhere", "yard"), "settings", "sheet-S-1");
    await expect(requireForSheet(yard.db, owner("elsewhere"), "settings", "sheet-S-1")).rejects.toMatchObject(
      {
        status: 403,
      },
    );
    await expect(requireForClaim(yard.db, owner("yard"), "settings", "nonsense")).rejects.toMatchObject({
      status: 404,
    });
  });
});

describe("a unit's own figures", () => {
  it("stand over the model's from the next inspection on, by the latest entry, and can be taken back", async () => {
    const set = (value: number | null, minute: number) =>
      setUnitFigure(
        yard.db,
        yard.boom,
        yard.people.owner,
        { figure: "gross_weight", value, source: "data plate" },
        at(minute),
      );
    await set(7600, 20);
    await set(7480, 21);
    const start = (person: string, minute: number) =>
      startInspection(yard.db, person, { unitId: yard.boom, scope: "full" }, at(minute));
    const first = await start(yard.people.operator, 22);
    expect((await findInspection(yard.db, first))?.asks.sheet.figures.gross_weight?.value).toBe(7480);
    await set(null, 23);
    const second = await start(yard.people.second, 24);
    expect((await findInspection(yard.db, second))?.asks.sheet.figures.gross_weight?.value).toBe(7350);
    expect((await findInspection(yard.db, first))?.began?.sheet.figures.gross_weight?.value).toBe(7480);
    const wrong = { figure: "push_slope" as const, value: 2, source: "plate" };
    await expect(setUnitFigure(yard.db, yard.boom, yard.people.owner, wrong, at(25))).rejects.toThrow(
      /no push_slope/,
    );
  });
});
