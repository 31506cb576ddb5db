import { createServer } from "node:net";
import { afterEach, beforeAll, describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { labelPrinter, printLabel } from "@/server/print/label-printer";
import { needSchema, setNeed } from "@/server/shift/needs";
import { recordRepair } from "@/server/tags/return";
import { keySaidSchema, keysOf, sayOfKey } from "@/server/workshop/keys";
import { workshopQueue } from "@/server/workshop/queue";
import { jobSaidSchema, sayOfJob } from "@/server/workshop/said";
import { addUnit, at, begin, tagOut, yardForFile } from "./database";

const yard = yardForFile({ grading: "graded" });
const walk = (inspectionId: string, personId: string, minute: number, answers = {}) =>
  walkAndSign(yard.db, { inspectionId, personId, signer: "t", random: yard.random, answers }, at(minute));
const units: Record<string, string> = {};
const queue = (minute = 0) => workshopQueue(yard.db, "yard", at(minute));
const say = (id: string, body: object, minute = 1, who = yard.people.technician) =>
  sayOfJob(yard.db, id, who, jobSaidSchema.parse(body), at(minute));

beforeAll(async () => {
  for (const plate of ["W-1", "W-2", "W-3"]) units[plate] = await addUnit(yard.db, plate, slabScissorSheet);
  await setNeed(
    yard.db,
    "yard",
    yard.people.owner,
    needSchema.parse({
      ...{ shiftId: "early", crew: "lamps", place: "Long Walk", inspectorId: null },
      unitId: yard.boom,
    }),
    at(0),
  );
});

describe("a workshop's queue", () => {
  it("puts first what leaves a crew without a unit, and findings with a date among the tags", async () => {
    await tagOut(yard, "W-1", yard.people.operator, 0);
    await tagOut(yard, "B-1", yard.people.operator, 1);
    // A finding to be repaired by a date, on a unit that works.
    const inspection = await begin(yard, units["W-2"] ?? "", yard.people.second, 2);
    await walk(inspection, yard.people.second, 2, {
      "doc.decals": { condition: "unreadable" },
    });
    const jobs = await queue(5);
    expect(jobs[0]).toMatchObject({ plate: "B-1", rank: "crew_without", waits: "repair" });
    expect(jobs[0]?.blocks[0]).toMatchObject({ crew: "lamps", place: "Long Walk", served: "no" });
    expect(jobs.find(({ plate }) => plate === "W-1")).toMatchObject({ rank: "nobody_waits", blocks: [] });
    const finding = jobs.find(({ plate }) => plate === "W-2");
    expect(finding).toMatchObject({ kind: "finding", condition: "unreadable", part: "decals" });
    expect(finding?.repairByMs).toBeGreaterThan(at(0).getTime());
  });

  it("says who has taken a job and what it waits for, until the part is here or somebody else takes it", async () => {
    const id = (await queue(5)).find(({ plate }) => plate === "B-1")?.id ?? "";
    const stateOf = async (minute = 10) => (await queue(minute)).find((job) => job.id === id)?.state;
    expect(await stateOf()).toEqual({});
    await say(id, { kind: "taken" });
    await say(id, { kind: "awaits_part", part: "Hose", supplier: "Stores", dueOn: "2026-03-04" }, 2);
    expect(await stateOf()).toEqual({
      takenBy: { id: yard.people.technician, name: "technician", atMs: at(1).getTime() },
      awaits: { part: "Hose", supplier: "Stores", dueOn: "2026-03-04", late: false },
    });
    // Until its day it can wait: what can be worked on comes before it.
    expect((await queue(10))[0]?.plate).not.toBe("B-1");
    expect((await stateOf(3 * 24 * 60))?.awaits?.late).toBe(true);
    await say(id, { kind: "taken" }, 3, yard.people.otherTechnician);
    await say(id, { kind: "part_here" }, 4);
    expect(await stateOf()).toMatchObject({ takenBy: { name: "otherTechnician" } });
    expect((await stateOf())?.awaits).toBeUndefined();
    await say(id, { kind: "left" }, 5);
    expect(await stateOf()).toEqual({});
  });

  it("changes nothing of how the unit stands, and keeps every word", async () => {
    const id = (await queue(5)).find(({ plate }) => plate === "B-1")?.id ?? "";
    expect((await queue(6)).find((job) => job.id === id)?.waits).toBe("repair");
    await expect(yard.db.deleteFrom("jobSaid").execute()).rejects.toThrow();
    await expect(say("00000000-0000-4000-8000-000000000000", { kind: "taken" })).rejects.toThrow(/stands/);
    expect(
      jobSaidSchema.safeParse({ kind: "awaits_part", part: "", supplier: "x", dueOn: "soon" }).success,
    ).toBe(false);
  });

  it("shows a repaired tag waiting for its re-test", async () => {
    const id = (await queue(5)).find(({ plate }) => plate === "W-1")?.id ?? "";
    const repair = { cause: "c", work: "w", repaired: ["rails" as const], disturbed: [], licence: "L" };
    await recordRepair(yard.db, id, yard.people.technician, repair, at(20));
    expect((await queue(21)).find((job) => job.id === id)?.waits).toBe("retest");
  });
});

describe("the key register", () => {
  const said = (body: object, minute: number) =>
    sayOfKey(yard.db, yard.boom, yard.people.operator, keySaidSchema.parse(body), at(minute));

  it("says who has the key or where it hangs, and who has locked the unit off; the latest counts", async () => {
    await said({ what: "key", holder: yard.people.second }, 1);
    await said({ what: "lock", holder: yard.people.technician }, 2);
    await said({ what: "key", place: "Board, hook 3" }, 3);
    expect((await keysOf(yard.db, [yard.boom])).get(yard.boom)).toEqual({
      key: { place: "Board, hook 3", atMs: at(3).getTime(), by: "operator" },
      lock: { holder: "technician", atMs: at(2).getTime(), by: "operator" },
    });
    await said({ what: "lock", off: true }, 4);
    expect((await keysOf(yard.db, [yard.boom])).get(yard.boom)?.lock).toBeUndefined();
    expect(keySaidSchema.safeParse({ what: "key", off: true }).success).toBe(false);
    await expect(said({ what: "key", holder: "00000000-0000-4000-8000-000000000000" }, 5)).rejects.toThrow();
    await expect(yard.db.updateTable("keySaid").set({ place: "x" }).execute()).rejects.toThrow();
  });
});

describe("a label printer", () => {
  let close: () => void = () => undefined;
  afterEach(() => {
    close();
    delete process.env["ROOK_STEP_LABEL_PRINTER"];
  });
  const printer = (on: (got: Buffer) => "takes" | "jams") =>
    new Promise<void>((resolve) => {
      const server = createServer({ allowHalfOpen: true }, (socket) => {
        const parts: Buffer[] = [];
        socket.on("error", () => socket.destroy());
        socket.on("data", (part) => parts.push(part));
        socket.on("end", () => {
          if (on(Buffer.concat(parts)) === "takes") socket.end();
          else socket.resetAndDestroy();
        });
      }).listen(0, "127.0.0.1", () => {
        const address = server.address();
        process.env["ROOK_STEP_LABEL_PRINTER"] =
          `127.0.0.1:${typeof address === "object" ? address?.port : 0}`;
        resolve();
      });
      close = () => server.close();
    });

  it("has the whole label before it is said to print, and says so where it jams or is away", async () => {
    let got = Buffer.alloc(0);
    await printer((all) => {
      got = Buffer.from(all);
      return "takes";
    });
    const label = Buffer.alloc(300_000, "%PDF-");
    await printLabel(labelPrinter(), label);
    expect(got.equals(label)).toBe(true);
    close();
    await expect(printLabel(labelPrinter(), label)).rejects.toMatchObject({ type: "printer-away" });
    await printer(() => "jams");
    await expect(printLabel(labelPrinter(), label)).rejects.toMatchObject({ type: "printer-away" });
    delete process.env["ROOK_STEP_LABEL_PRINTER"];
    expect(() => labelPrinter()).toThrow(/by hand/);
  });
});
