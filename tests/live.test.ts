import { describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { listener } from "@/server/live/listen";
import { raiseTag } from "@/server/tags/raise";
import { addUnit, at, tagOut, yardForFile } from "./database";

const yard = yardForFile();

describe("what open pages hear", () => {
  it("each unit whose ledger moves, within two seconds, and requests that name none", async () => {
    process.env["DATABASE_URL"] = yard.url;
    const unitId = await addUnit(yard.db, "LIVE-1", slabScissorSheet);
    const heard: string[] = [];
    const deaf = listener().listen((id) => heard.push(id));
    const soon = (id: string) => expect.poll(() => heard, { timeout: 2000, interval: 20 }).toContain(id);
    // That it listens now, it says itself.
    await soon("");
    heard.length = 0;
    await tagOut(yard, "LIVE-1", yard.people.untrained, 0);
    await soon(unitId);
    heard.length = 0;
    await raiseTag(yard.db, "NOBODY", yard.people.untrained, "{}", at(1));
    await soon("");
    // A page drawn just before that listens only now: what it can have missed it is told.
    const late: string[] = [];
    listener().listen((id) => late.push(id))();
    expect(late).toEqual(expect.arrayContaining([unitId, ""]));
    // One asked for after that has missed nothing, and is not read twice.
    await new Promise((resolve) => setTimeout(resolve, 1200));
    const later: string[] = [];
    listener().listen((id) => later.push(id), 50)();
    expect(later).toEqual([]);
    deaf();
    heard.length = 0;
    await tagOut(yard, "LIVE-1", yard.people.untrained, 2);
    expect(heard).toEqual([]);
  });
});
