import { createHash, randomUUID } from "node:crypto";
import sharp from "sharp";
import { beforeAll, describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { recordUnitEvent } from "@/server/units/events";
import {
  damageOf,
  damagePage,
  damageStated,
  damageWalks,
  stateDamage,
  usualPair,
} from "@/server/workshop/damage";
import { damagePdf } from "@/server/workshop/damage-pdf";
import { addUnit, at, begin, yardForFile } from "./database";

const yard = yardForFile({ grading: "graded" });
const day = 24 * 60;
let unitId: string;
const walked: string[] = [];
const walk = async (minute: number, answers = {}, without: readonly string[] = []) => {
  const id = await begin(yard, unitId, yard.people.operator, minute);
  await walkAndSign(
    yard.db,
    { inspectionId: id, personId: yard.people.operator, signer: "o", random: yard.random, answers, without },
    at(minute),
  );
  walked.push(id);
  return id;
};
const event = (kind: "hired_out" | "returned", minute: number, note?: string) =>
  recordUnitEvent(
    yard.db,
    unitId,
    yard.people.owner,
    { id: randomUUID(), kind, ...(note && { note }) },
    at(minute),
  );
const rails = "rails.condition";
const pair = async () => {
  const found = await usualPair(yard.db, unitId, await damageWalks(yard.db, unitId));
  if (found === undefined) throw new Error("expected a pair");
  return [found.before.id, found.after.id] as const;
};

const shot = { bytes: Buffer.alloc(0), hash: "" };

beforeAll(async () => {
  shot.bytes = await sharp({ create: { width: 320, height: 240, channels: 3, background: "#836" } })
    .jpeg()
    .toBuffer();
  shot.hash = createHash("sha256").update(shot.bytes).digest("hex");
  unitId = await addUnit(yard.db, "D-1", slabScissorSheet);
  await walk(0, { "doc.decals": { condition: "dirty" } });
  // Scuffed before the hire, and nobody looked at the covers.
  await walk(day, { [rails]: { condition: "scuffed", sizeMm: 100, note: "Left, at hire-out" } }, [
    "covers.latched",
  ]);
  await event("hired_out", day + 200, "To the parks crew");
  await event("returned", 5 * day);
  await walk(5 * day + 60, {
    "covers.latched": { condition: "latch_broken" },
    "doc.decals": { condition: "unreadable", pictures: [shot.hash] },
  });
  await yard.db
    .insertInto("picture")
    .values({
      ...{ inspectionId: walked.at(-1) ?? "", hash: shot.hash, size: shot.bytes.length, bytes: shot.bytes },
      ...{ sentBy: yard.people.operator, beganAt: at(5 * day + 61), wholeAt: at(5 * day + 62) },
    })
    .execute();
  await walk(6 * day);
});

describe("a page of damage", () => {
  it("holds the walk before the hire against the one after it: new, there before, and what nobody looked at", async () => {
    const [before, after] = await pair();
    expect([before, after]).toEqual([walked[1], walked[2]]);
    const { rows, had } = await damageOf(yard.db, unitId, before, after);
    const became = Object.fromEntries(
      rows.map((row) => [`${row.check.split("@")[0]} ${row.condition}`, row.became]),
    );
    expect(became).toMatchObject({
      // Found as it was: the later walk said so of what it inherited.
      "rails.condition scuffed": "there_before",
      "covers.latched latch_broken": "not_told",
      "doc.decals unreadable": "new",
    });
    const unreadable = rows.find(({ condition }) => condition === "unreadable");
    expect(unreadable?.after?.shown).toEqual([{ hash: shot.hash, is: "whole" }]);
    const scuff = rows.find(({ check }) => check.startsWith(rails));
    expect(scuff?.after).toMatchObject({ note: "Left, at hire-out", inspectionId: walked[1] });
    expect(had.map(({ kind, note }) => [kind, note])).toEqual([
      ["hired_out", "To the parks crew"],
      ["returned", null],
    ]);
  });

  it("is sealed once, worked out anew, and stands in the unit's ledger", async () => {
    const [before, after] = await pair();
    const { rows } = await damageOf(yard.db, unitId, before, after);
    const fresh = rows.find(({ became }) => became === "new");
    const judged = [
      { check: fresh?.check ?? "", condition: fresh?.condition ?? "", says: "damage" as const },
    ];
    const page = { id: randomUUID(), before, after, judged, note: "For the parks crew" };
    await stateDamage(yard.db, unitId, yard.people.technician, page, at(7 * day));
    await stateDamage(yard.db, unitId, yard.people.technician, page, at(7 * day + 1));
    expect(await damageStated(yard.db, unitId)).toEqual([
      { id: page.id, atMs: at(7 * day).getTime(), by: "technician" },
    ]);
    const kept = await damagePage(yard.db, unitId, page.id);
    expect(kept).toMatchObject({ by: "technician", note: "For the parks crew" });
    expect(kept?.judged.find(({ says }) => says === "damage")?.check).toBe(fresh?.check);
    expect(kept?.judged).toHaveLength(rows.length);
    expect(kept?.judged.filter(({ says }) => says === "open")).toHaveLength(rows.length - 1);
    expect(kept?.damage.rows).toEqual(rows);
  });

  it("is printed with its pictures side by side", async () => {
    const side = (title: string, pictures: readonly Buffer[]) => ({ title, lines: ["Not found"], pictures });
    const page = (pictures: readonly Buffer[]) =>
      damagePdf({
        ...{
          plate: "D-1",
          title: "Damage",
          lines: [],
          hadTitle: "Who had it",
          had: [],
          foot: "",
          verify: "",
        },
        verifyUrl: "http://yard.example/verify/x",
        rows: [{ name: "Decals", became: "New", sides: [side("Before", []), side("After", pictures)] }],
      });
    const [without, one] = [await page([]), await page([shot.bytes])];
    expect(one.subarray(0, 5).toString()).toBe("%PDF-");
    expect(one.includes("/DCTDecode")).toBe(true);
    expect(without.includes("/DCTDecode")).toBe(false);
  });

  it("is none of two walks the wrong way round, of another unit's, or of a place on neither", async () => {
    const [before, after] = await pair();
    await expect(damageOf(yard.db, unitId, after, before)).rejects.toThrow(/earlier one first/);
    await expect(damageOf(yard.db, yard.scissor, before, after)).rejects.toThrow(/this unit/);
    await expect(damageOf(yard.db, unitId, before, before)).rejects.toThrow();
    const page = {
      id: randomUUID(),
      before,
      after,
      judged: [{ check: "x@y.v1", condition: "bent", says: "damage" as const }],
      note: "",
    };
    await expect(stateDamage(yard.db, unitId, yard.people.technician, page, at(8 * day))).rejects.toThrow(
      /none of them/,
    );
    expect(
      await damagePage(yard.db, yard.scissor, (await damageStated(yard.db, unitId))[0]?.id ?? ""),
    ).toBeUndefined();
  });
});
