import { createHash } from "node:crypto";
import sharp, { type Sharp } from "sharp";
import { beforeAll, describe, expect, it } from "vitest";
import { type PictureTaken, pictureLimits } from "@/contract/picture";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { ingest } from "@/server/inspections/ingest";
import { eventsOf } from "@/server/inspections/sign";
import { startInspection } from "@/server/inspections/start";
import { openMatters } from "@/server/matters/read";
import { picturesAsHere, takePicture, wholePicture } from "@/server/pictures/take";
import { tagDetail } from "@/server/tags/read";
import { addUnit, answered, at, begin, yardForFile } from "./database";
import { ask, existing, person, routesOf } from "./signed-in";

const yard = yardForFile();
let inspection: string;
let made = 0;

/** A picture unlike any other here. */
const picture = (more: (image: Sharp) => Sharp = (image) => image, wide = 640) => {
  made += 1;
  const background = { r: made * 7, g: 90, b: 120 };
  return more(sharp({ create: { width: wide, height: 400, channels: 3, background } }))
    .jpeg()
    .toBuffer();
};
const hashOf = (bytes: Buffer) => createHash("sha256").update(bytes).digest("hex");
const put = (bytes: Buffer, from: number, to = bytes.length, hash = hashOf(bytes)): Promise<PictureTaken> =>
  takePicture(
    yard.db,
    inspection,
    yard.people.operator,
    { hash, from: `${from}`, size: `${bytes.length}` },
    bytes.subarray(from, to),
    at(1),
  );

beforeAll(async () => {
  routesOf(yard);
  const asked = { unitId: yard.scissor, scope: "full" } as const;
  inspection = await startInspection(yard.db, yard.people.operator, asked, at(0));
});

describe("pictures of findings", () => {
  it("come bit by bit, go on from where they were cut off, and are then what their hash says", async () => {
    const bytes = await picture();
    expect(await put(bytes, 0, 100)).toEqual({ have: 100, whole: false });
    // The answer was lost on the way: the same bytes again are told how many there are.
    expect(await put(bytes, 0, 100)).toEqual({ have: 100, whole: false });
    expect(await wholePicture(yard.db, inspection, hashOf(bytes))).toBeUndefined();
    expect(await put(bytes, 100)).toEqual({ have: bytes.length, whole: true });
    expect(await put(bytes, 0, 50)).toEqual({ have: bytes.length, whole: true });
    expect((await wholePicture(yard.db, inspection, hashOf(bytes)))?.equals(bytes)).toBe(true);
  });

  it("sent from two tabs at once are one, and whole", async () => {
    const bytes = await picture();
    const half = Math.floor(bytes.length / 2);
    await Promise.all([put(bytes, 0, half), put(bytes, 0, half), put(bytes, 0, half)]);
    await Promise.all([put(bytes, half), put(bytes, half)]);
    expect(await picturesAsHere(yard.db, inspection, [hashOf(bytes)])).toMatchObject([{ is: "whole" }]);
  });

  it.each([
    ["another hash than its bytes have", () => picture(), "a".repeat(64), /expected the picture a+/],
    ["no picture", async () => Buffer.from("GIF89a and nothing more"), undefined, /JPEG/],
    [
      "a picture of another kind",
      async () =>
        sharp(await picture())
          .png()
          .toBuffer(),
      undefined,
      /got png/,
    ],
    [
      "where it was taken in it",
      () => picture((image) => image.withExif({ IFD0: { Make: "M" }, IFD3: { GPSLatitude: "1/1 2/1 3/1" } })),
      undefined,
      /says nothing of where/,
    ],
    ["more pixels than a device makes", () => picture(undefined, 2000), undefined, /pixel/],
    ["a picture cut short", async () => (await picture()).subarray(0, 900), undefined, /read/],
  ])("with %s are refused, and keep nothing", async (_what, make, hash, why) => {
    const bytes = Buffer.from(await make());
    const named = hash ?? hashOf(bytes);
    await expect(put(bytes, 0, bytes.length, named)).rejects.toThrow(why);
    expect(await picturesAsHere(yard.db, inspection, [named])).toMatchObject([{ is: "waits" }]);
  });

  it("once whole are neither changed nor taken away, whoever asks the database", async () => {
    const bytes = await picture();
    await put(bytes, 0);
    const it = yard.db.updateTable("picture").where("hash", "=", hashOf(bytes));
    await expect(it.set({ bytes: Buffer.alloc(bytes.length) }).execute()).rejects.toThrow(/stays as it is/);
    await expect(it.set({ wholeAt: null }).execute()).rejects.toThrow(/stays as it is/);
    await expect(yard.db.deleteFrom("picture").execute()).rejects.toThrow();
  });

  it("are not more than what they said they would be", async () => {
    const bytes = await picture();
    const said = { hash: hashOf(bytes), from: "0", size: `${bytes.length - 5}` };
    await expect(takePicture(yard.db, inspection, yard.people.operator, said, bytes, at(1))).rejects.toThrow(
      /bytes in all/,
    );
    const huge = { ...said, size: `${pictureLimits.mostBytes + 1}` };
    await expect(takePicture(yard.db, inspection, yard.people.operator, huge, bytes, at(1))).rejects.toThrow(
      /up to 600000/,
    );
  });

  it("stand beside what is found next time, with where it is and how big; grown since, it must be repaired", async () => {
    const unitId = await addUnit(yard.db, "PIC-1", slabScissorSheet);
    const before = await begin(yard, unitId, yard.people.operator, 0);
    const bytes = await picture();
    const [hash, coming] = [hashOf(bytes), "c".repeat(64)];
    await takePicture(
      yard.db,
      before,
      yard.people.operator,
      { hash, from: "0", size: `${bytes.length}` },
      bytes,
      at(1),
    );
    const scuffed = (id: string, seq: number, more: object) =>
      answered(id, seq, {
        check: "rails.condition@rails.v1",
        result: { kind: "condition", condition: "scuffed", ...more },
      });
    const found = { pictures: [hash, coming], where: ["left", "top"], sizeMm: 40 };
    await ingest(yard.db, before, yard.people.operator, { events: [scuffed(before, 1, found)] }, at(2));
    const [matter] = await openMatters(yard.db, unitId, undefined);
    expect(matter).toMatchObject({
      where: ["left", "top"],
      sizeMm: 40,
      pictures: { inspectionId: before, hashes: [hash] },
    });
    const next = await begin(yard, unitId, yard.people.second, 5);
    const events = [40, 41, undefined].map((sizeMm, i) => scuffed(next, i + 1, { sizeMm }));
    await ingest(yard.db, next, yard.people.second, { events }, at(6));
    const rows = await yard.db
      .selectFrom("finding")
      .select(["grade", "rule", "sizeMm"])
      .where("inspectionId", "=", next)
      .orderBy("ledgerPosition")
      .execute();
    expect(rows.map(({ grade, sizeMm }) => [grade, sizeMm])).toEqual([
      ["watch", 40],
      ["repair_by", 41],
      ["watch", null],
    ]);
    expect(rows[1]?.rule).toBe("grown.since_last");
  });

  it("stand at the tag of what they show, and are seen by whoever works at the site and nobody else", async () => {
    const bytes = await picture();
    const hash = hashOf(bytes);
    await put(bytes, 0);
    const found = answered(inspection, 1, {
      check: "rails.condition@rails.v1",
      result: { kind: "condition", condition: "cracked", pictures: [hash, "b".repeat(64)] },
    });
    const { results } = await ingest(yard.db, inspection, yard.people.operator, { events: [found] }, at(2));
    expect(results).toMatchObject([{ status: "accepted" }]);
    const { id } = await yard.db.selectFrom("tag").select("id").executeTakeFirstOrThrow();
    expect((await tagDetail(yard.db, id))?.pictures).toEqual([
      { hash, is: "whole" },
      { hash: "b".repeat(64), is: "waits" },
    ]);
    expect((await eventsOf(yard.db, inspection))[0]).toMatchObject({
      result: { pictures: [hash, "b".repeat(64)] },
    });

    const { GET, PUT } = await import("@/app/api/inspections/[id]/pictures/[hash]/route");
    const named = { id: inspection, hash };
    const own = await existing(yard, yard.people.operator, "101");
    const technician = await person(yard, "technician");
    const stranger = await person(yard, undefined);
    expect((await ask(GET, "GET", named, undefined, technician.cookie)).status).toBe(200);
    expect((await ask(GET, "GET", named, undefined, stranger.cookie)).status).toBe(403);
    expect((await ask(GET, "GET", named, undefined)).status).toBe(401);
    expect((await ask(PUT, "PUT", named, "", technician.cookie)).status).toBe(403);
    expect((await ask(PUT, "PUT", named, "", own.cookie)).status).toBe(400);
  });
});
