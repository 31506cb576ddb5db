import { beforeAll, describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { startInspection } from "@/server/inspections/start";
import { standingReports } from "@/server/reports/read";
import { standings } from "@/server/units/standing";
import { addUnit, answered, yardForFile } from "../database";
import { ask, existing, person, routesOf } from "../signed-in";

const yard = yardForFile();
type Person = { readonly id: string; readonly cookie: string };
let finder: Person;
let next: Person;

beforeAll(async () => {
  routesOf(yard);
  finder = await existing(yard, yard.people.operator, "101");
  next = await person(yard, "operator");
});

const state = async (unitId: string) => (await standings(yard.db, [unitId], new Date())).get(unitId)?.state;
const reportsOn = async (plate: string) =>
  (await standingReports(yard.db, "yard")).filter((report) => report.plate === plate);
const cracked = {
  check: "frame.welds@chassis_front.v1",
  result: { kind: "condition", condition: "cracked" },
};

/** A unit cleared by somebody else, on which the finder has begun a walk; and a way to send that walk's events. */
async function begun(plate: string) {
  const unitId = await addUnit(yard.db, plate, slabScissorSheet);
  const { db, people, random } = yard;
  const other = await startInspection(db, people.second, { unitId, scope: "full" }, new Date());
  await walkAndSign(
    db,
    { personId: people.second, signer: "s", random, inspectionId: other, pace: 0.1 },
    new Date(),
  );
  const walk = await startInspection(db, finder.id, { unitId, scope: "full" }, new Date());
  const { POST } = await import("@/app/api/inspections/[id]/events/route");
  const send = (events: readonly unknown[], from: Person) =>
    ask(POST, "POST", { id: walk }, { events }, from.cookie);
  return { unitId, walk, send };
}

describe("what one person found, sent from the session of the next on the same tablet", () => {
  it("holds the unit at once, is no answer of the walk, and tags when its finder signs in again", async () => {
    const { unitId, walk, send } = await begun("C-1");
    expect(await state(unitId)).toBe("cleared");
    const events = [answered(walk, 1), answered(walk, 2, cracked)];
    const carried = await send(events, next);
    expect(carried.status).toBe(403);
    expect(carried.body["detail"]).toMatch(/kept.*holds the unit/);
    expect(await state(unitId)).toBe("held");
    const [report, ...more] = await reportsOn("C-1");
    expect(more).toEqual([]);
    expect(report?.raw).toContain("cracked");
    expect(
      await yard.db.selectFrom("inspectionEvent").selectAll().where("inspectionId", "=", walk).execute(),
    ).toEqual([]);
    // Sent again and again, as a tablet does, it is one report.
    await send(events, next);
    expect(await reportsOn("C-1")).toHaveLength(1);

    const own = await send(events, finder);
    expect(own.status).toBe(200);
    expect(own.body["tagsRaised"]).toHaveLength(1);
    expect(await state(unitId)).toBe("tagged_out");
  });

  it("holds nothing where nothing was found: it waits on the tablet for who made it", async () => {
    const { unitId, walk, send } = await begun("C-2");
    const carried = await send(
      [answered(walk, 1), answered(walk, 2, { check: "doc.decals@documents_box.v1" })],
      next,
    );
    expect(carried.status).toBe(403);
    expect(carried.body["detail"]).toMatch(/sign in/);
    expect(await state(unitId)).toBe("cleared");
  });

  it("cannot be read: holds all the same, and so does one of whoever has lost the role since", async () => {
    const unread = await begun("C-3");
    await unread.send([answered(unread.walk, 1, { type: "hologram" })], next);
    expect(await state(unread.unitId)).toBe("held");

    const lost = await begun("C-4");
    const roleOf = yard.db.deleteFrom("personRole").where("personId", "=", finder.id);
    await roleOf.execute();
    const answer = await lost.send([answered(lost.walk, 1, cracked)], finder);
    expect(answer.status).toBe(403);
    expect(await state(lost.unitId)).toBe("held");
    await yard.db
      .insertInto("personRole")
      .values({ personId: finder.id, siteId: "yard", role: "operator" })
      .execute();
  });
});
