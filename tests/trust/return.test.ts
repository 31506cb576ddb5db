import { describe, expect, it } from "vitest";
import type { PartId } from "@/core/vocabulary/parts";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { findInspection, planOf } from "@/server/inspections/model";
import { startRetest } from "@/server/inspections/start";
import { sheetDetail } from "@/server/sheets/read";
import { confirmClaim, saveSheet } from "@/server/sheets/save";
import { tagDetail } from "@/server/tags/read";
import { recordRepair, releaseTag } from "@/server/tags/return";
import { addUnit, at, begin, state, tagOut, yardForFile } from "../database";

const yard = yardForFile();
const repair = (repaired: readonly PartId[], disturbed: readonly PartId[] = []) => ({
  cause: "c",
  work: "w",
  repaired: [...repaired],
  disturbed: [...disturbed],
  licence: "L",
});
const walk = (inspectionId: string, personId: string, minute: number, answers = {}) =>
  walkAndSign(
    yard.db,
    { inspectionId, personId, signer: "t", random: yard.random, answers, pace: 0.1 },
    at(minute),
  );
const release = async (tagId: string, number: string, person: string, minute: number) =>
  releaseTag(
    yard.db,
    tagId,
    person,
    { number, seenPosition: (await tagDetail(yard.db, tagId))?.seenPosition ?? 0 },
    at(minute),
  );
const checksOfRetest = async (id: string) => {
  const inspection = await findInspection(yard.db, id);
  if (inspection === undefined) throw new Error("no re-test");
  return new Set(planOf(inspection).due.map((check) => check.key));
};

describe("rule: a re-test is the union of all that was found, repaired and disturbed, judged on its own checks", () => {
  it("two tags on one unit are released, by one repair and one re-test for both", async () => {
    const { technician, owner, operator } = yard.people;
    const unitId = await addUnit(yard.db, "B-1a", slabScissorSheet);
    // One walk with two stop findings used to brick the unit: each re-test saw the other's tag.
    await walk(await begin(yard, unitId, operator, 0), operator, 0, {
      "frame.welds": { condition: "cracked" },
    });
    const tags = await yard.db
      .selectFrom("standingTag")
      .select(["id", "number"])
      .where("unitId", "=", unitId)
      .orderBy("number")
      .execute();
    expect(tags).toHaveLength(2);
    const [one, two] = tags;
    if (one === undefined || two === undefined) throw new Error("expected two tags");
    await recordRepair(yard.db, one.id, technician, { ...repair(["frame"]), alsoTags: [two.id] }, at(30));
    const retest = await startRetest(yard.db, technician, one.id, at(31));
    expect((await walk(retest, technician, 31)).outcome).toBe("retest_passed");
    await release(one.id, one.number, owner, 50);
    expect(await state(yard, unitId, 51)).toBe("tagged_out");
    await release(two.id, two.number, owner, 52);
    expect(await state(yard, unitId, 53)).toBe("inspection_owed");
  });

  it("a second, trivial repair takes no check out of it", async () => {
    const { technician } = yard.people;
    await addUnit(yard.db, "B-2a", articulatingBoomSheet);
    const { id } = await tagOut(yard, "B-2a", yard.people.operator, 0);
    await recordRepair(yard.db, id, technician, repair(["hoses", "boom_cylinders"], ["main_boom"]), at(1));
    const before = await checksOfRetest(await startRetest(yard.db, technician, id, at(2)));
    await recordRepair(yard.db, id, technician, repair(["decals"]), at(3));
    const after = await checksOfRetest(await startRetest(yard.db, technician, id, at(4)));
    expect(before.size).toBeGreaterThan(12);
    for (const key of before) expect(after.has(key), key).toBe(true);
  });

  it("a sheet changed meanwhile takes none out either", async () => {
    const { technician, owner, second } = yard.people;
    await addUnit(yard.db, "B-3a", slabScissorSheet);
    const { id } = await tagOut(yard, "B-3a", yard.people.operator, 0);
    await recordRepair(yard.db, id, technician, repair(["pothole_guard"]), at(1));
    const before = await checksOfRetest(await startRetest(yard.db, technician, id, at(2)));
    const detail = await sheetDetail(yard.db, "sheet-B-3a");
    if (detail === undefined) throw new Error("no sheet");
    const gone = { fit: "not_fitted", manualPage: "9" } as const;
    const sheet = { ...detail.sheet, features: { ...detail.sheet.features, pothole_guards: gone } };
    await saveSheet(yard.db, owner, "sheet-B-3a", { sheet, from: detail.version }, at(3));
    const claim = (await sheetDetail(yard.db, "sheet-B-3a"))?.claims[0];
    await confirmClaim(yard.db, claim?.id ?? "", second, at(4));
    await recordRepair(yard.db, id, technician, repair(["decals"]), at(5));
    const after = await checksOfRetest(await startRetest(yard.db, technician, id, at(6)));
    for (const key of before) expect(after.has(key), key).toBe(true);
  });

  it("something new on a part of that tag is not passed, small as it is", async () => {
    const { technician } = yard.people;
    await addUnit(yard.db, "B-4a", slabScissorSheet);
    const { id } = await tagOut(yard, "B-4a", yard.people.operator, 0);
    await recordRepair(yard.db, id, technician, repair(["hydraulic_unit"]), at(1));
    const retest = await startRetest(yard.db, technician, id, at(2));
    const signed = await walk(retest, technician, 2, { "hydraulic.unit": { condition: "weep" } });
    expect(signed.outcome).toBe("not_cleared");
    expect(signed.decision.reasons.map((r) => r.reason)).toContain("retest_found_more");
    expect((await tagDetail(yard.db, id))?.waits).toBe("retest");
  });
});

describe("rule: whoever repaired anything under a tag does not release it", () => {
  it("not by having somebody else record a wiped decal after", async () => {
    const { technician, otherTechnician, owner } = yard.people;
    await addUnit(yard.db, "B-5a", slabScissorSheet);
    const { id, number } = await tagOut(yard, "B-5a", yard.people.operator, 0);
    await recordRepair(yard.db, id, technician, repair(["hydraulic_unit"]), at(1));
    await recordRepair(yard.db, id, otherTechnician, repair(["decals"]), at(2));
    await walk(await startRetest(yard.db, owner, id, at(3)), owner, 3);
    await expect(release(id, number, technician, 40)).rejects.toThrow(/second person/);
    await expect(release(id, number, otherTechnician, 40)).rejects.toThrow(/second person/);
    await release(id, number, owner, 41);
  });

  it("and a policy that does not say is the strictest: the owner, who repaired nothing", async () => {
    const { technician, otherTechnician, owner } = yard.people;
    await addUnit(yard.db, "B-6a", slabScissorSheet);
    const { policy } = await yard.db.selectFrom("site").select("policy").executeTakeFirstOrThrow();
    const { returnToService: _unsaid, ...silent } = policy;
    await yard.db
      .updateTable("site")
      .set({ policy: JSON.stringify(silent) })
      .execute();
    const { id, number } = await tagOut(yard, "B-6a", yard.people.operator, 0);
    await recordRepair(yard.db, id, technician, repair(["decals"]), at(1));
    await walk(await startRetest(yard.db, technician, id, at(3)), technician, 3);
    await expect(release(id, number, otherTechnician, 40)).rejects.toThrow(/expected the owner/);
    await release(id, number, owner, 41);
    await yard.db
      .updateTable("site")
      .set({ policy: JSON.stringify(policy) })
      .execute();
  });
});
