import { describe, expect, it } from "vitest";
import { observedIn } from "@/core/diagnose/answers";
import { diagnoserOf } from "@/core/diagnose/diagnose";
import { walkAndSign } from "@/server/demo/walk";
import { recordRepair } from "@/server/tags/return";
import { troubleOf } from "@/server/tags/trouble";
import { at, begin, tagOut, yardForFile } from "./database";

const yard = yardForFile();
const repair = { cause: "a broken wire", work: "made good", repaired: [], disturbed: [], licence: "L1" };

/** A boom whose rotation left is dead from the platform alone, walked and signed: its tag. */
async function dead(minute: number): Promise<string> {
  const inspectionId = await begin(yard, yard.boom, yard.people.operator, minute);
  await walkAndSign(
    yard.db,
    {
      inspectionId,
      personId: yard.people.operator,
      signer: "operator",
      random: yard.random,
      answers: { "move.platform.rotate.left": { condition: "did_not_move" } },
    },
    at(minute),
  );
  const { id } = await yard.db
    .selectFrom("tag as t")
    .innerJoin("finding as f", "f.id", "t.findingId")
    .select("t.id")
    .where("f.inspectionId", "=", inspectionId)
    .where("f.condition", "=", "did_not_move")
    .executeTakeFirstOrThrow();
  return id;
}

const detailOf = async (tagId: string) =>
  (
    await yard.db
      .selectFrom("tagStep")
      .select("detail")
      .where("tagId", "=", tagId)
      .where("kind", "=", "repaired")
      .executeTakeFirstOrThrow()
  ).detail;

describe("the trouble a tag was raised for", () => {
  it("is told by the walk that found it, test by test, and names the part", async () => {
    const trouble = await troubleOf(yard.db, await dead(0));
    if (trouble === undefined) throw new Error("expected a boom with a sheet");
    expect(trouble.told).toContainEqual({ question: "move.platform.rotate.left", says: "did_not_move" });
    expect(trouble.told).toContainEqual({ question: "move.ground.rotate.left", says: "fine" });
    const { explanations } = diagnoserOf(trouble.sheet).diagnose(observedIn(trouble.told), trouble.causes);
    expect(explanations[0]?.groups).toEqual([[{ component: "contact.platform.rotate.left", mode: "dead" }]]);
  });

  it("once its cause is recorded keeps where that stood among the suspects, worked out by the server", async () => {
    const tagId = await dead(100);
    const cause = { ...repair, component: "contact.platform.rotate.left" };
    await recordRepair(yard.db, tagId, yard.people.technician, cause, at(101));
    expect(await detailOf(tagId)).toMatchObject({ component: cause.component, place: 1 });
    // The next one on this model has it counted.
    const next = await troubleOf(yard.db, await dead(200));
    expect(next?.causes).toEqual({ "contact.platform.rotate.left": 1 });
  });

  it("says of a cause that was no suspect that it was none, and goes by what was tried besides", async () => {
    const tagId = await dead(300);
    const tried = [{ question: "move.platform.rotate.right", says: "did_not_move" }];
    await recordRepair(
      yard.db,
      tagId,
      yard.people.technician,
      { ...repair, component: "coil.main.up", tried },
      at(301),
    );
    const detail = await detailOf(tagId);
    expect(detail).toMatchObject({ component: "coil.main.up", place: null, tried });
    expect(Number((detail as { suspects: number }).suspects)).toBeGreaterThan(0);
  });

  it("takes no part this machine has not, and records nothing of it", async () => {
    const tagId = await dead(400);
    await expect(
      recordRepair(
        yard.db,
        tagId,
        yard.people.technician,
        { ...repair, component: "coil.wings.up" },
        at(401),
      ),
    ).rejects.toThrow(/expected a part of this machine as the cause, got coil.wings.up/);
    await expect(detailOf(tagId)).rejects.toThrow();
    await recordRepair(yard.db, tagId, yard.people.technician, repair, at(402));
    expect(await detailOf(tagId)).not.toHaveProperty("component");
  });

  it("of a tag raised by word alone is told by nobody yet", async () => {
    const { id } = await tagOut(yard, "S-1", yard.people.untrained, 1);
    expect((await troubleOf(yard.db, id))?.told).toEqual([]);
  });
});
