import { describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { startRetest } from "@/server/inspections/start";
import { tagDetail } from "@/server/tags/read";
import { recordRepair, releaseTag } from "@/server/tags/return";
import { addUnit, at, tagOut, yardForFile } from "./database";

const yard = yardForFile({ returnToService: "owner_only" });

describe("a yard where only the owner releases", () => {
  it("refuses a second technician and takes the owner", async () => {
    await addUnit(yard.db, "O-1", slabScissorSheet);
    const { id, number } = await tagOut(yard, "O-1", yard.people.operator, 0);
    const repair = { cause: "c", work: "w", repaired: [], disturbed: [], licence: "L" };
    await recordRepair(yard.db, id, yard.people.technician, repair, at(1));
    const inspectionId = await startRetest(yard.db, yard.people.technician, id, at(2));
    const walk = { inspectionId, personId: yard.people.technician, signer: "t", random: yard.random };
    await walkAndSign(yard.db, walk, at(2));
    const seenPosition = (await tagDetail(yard.db, id))?.seenPosition ?? 0;
    const release = (person: string) => releaseTag(yard.db, id, person, { number, seenPosition }, at(60));
    await expect(release(yard.people.otherTechnician)).rejects.toThrow(/expected the owner/);
    await release(yard.people.owner);
    expect((await tagDetail(yard.db, id))?.waits).toBe("nothing");
  });
});
