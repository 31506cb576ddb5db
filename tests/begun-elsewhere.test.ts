import { randomUUID } from "node:crypto";
import { describe, expect, it } from "vitest";
import type { Prepared } from "@/contract/start";
import { walkedEvents } from "@/server/demo/walk";
import { ingest } from "@/server/inspections/ingest";
import { findInspection } from "@/server/inspections/model";
import { preparedFor } from "@/server/inspections/prepare";
import { eventsHash, signInspection } from "@/server/inspections/sign";
import { startElsewhere } from "@/server/inspections/start";
import { personById } from "@/server/people/session";
import { recordUnitEvent } from "@/server/units/events";
import { at, state, yardForFile } from "./database";

const yard = yardForFile();

const prepared = async (minute: number, unitId = yard.scissor): Promise<Prepared> => {
  const person = await personById(yard.db, yard.people.operator);
  const all = await preparedFor(yard.db, person ?? expect.fail(), at(minute));
  return all.find(({ word }) => word.unitId === unitId) ?? expect.fail("expected the unit among them");
};

/** Begins with a word, walks the unit clean, and signs; what the server makes of it. */
async function walked(
  { word }: Prepared,
  minute: number,
  said: object = word,
): Promise<{ readonly id: string; readonly outcome: string }> {
  const id = randomUUID();
  const { operator } = yard.people;
  const begun = { id, unitId: word.unitId, word: { ...word, ...said } };
  expect(await startElsewhere(yard.db, operator, begun, at(minute))).toBe(id);
  expect(await startElsewhere(yard.db, operator, begun, at(minute))).toBe(id);
  const saw = { position: word.position, headHash: word.headHash };
  const inspection = (await findInspection(yard.db, id)) ?? expect.fail();
  const { events } = walkedEvents(inspection, { random: yard.random, saw }, at(minute));
  const taken = await ingest(yard.db, id, operator, { events }, at(minute));
  expect(taken.results.every(({ status }) => status === "accepted")).toBe(true);
  const signed = { eventCount: events.length, eventsHash: eventsHash(events) };
  const signature = { kind: "typed" as const, name: "R. Oake" };
  const wanted = { outcome: "cleared" as const, ...signed, signature };
  const { outcome } = await signInspection(yard.db, id, operator, wanted, at(minute));
  return { id, outcome };
}

describe("an inspection begun where there was no signal", () => {
  it("clears, its age counted from the server's word", async () => {
    const word = await prepared(0);
    expect(word.walk.facts.clearsBeforeMs).toBeGreaterThan(at(0).getTime());
    expect((await walked(word, 50)).outcome).toBe("cleared");
    expect(await state(yard, yard.scissor, 55)).toBe("cleared");
  });

  it("clears nothing once its word is older than an inspection may be, however late it says it began", async () => {
    const word = await prepared(0, yard.boom);
    const over = (word.walk.facts.clearsBeforeMs - at(0).getTime()) / 60_000;
    expect((await walked(word, over + 1)).outcome).toBe("not_cleared");
    const fresh = await prepared(over + 1, yard.boom);
    expect((await walked(fresh, over + 2)).outcome).not.toBe("tagged_out");
  });

  it("clears nothing by a word that is none: another's, another unit's, altered, or of a ledger that never was", async () => {
    const [word, other] = [await prepared(60), await prepared(60, yard.boom)];
    for (const said of [
      { atMs: at(62).getTime() },
      { position: word.word.position - 1 },
      { headHash: "0".repeat(64) },
      { personId: yard.people.second },
      { unitId: yard.boom },
      { signature: other.word.signature },
      { ...other.word },
    ])
      expect((await walked(word, 65, said)).outcome, JSON.stringify(said)).toBe("not_cleared");
  });

  it("has seen nothing of what came into the ledger after its word", async () => {
    const word = await prepared(70);
    const contact = { id: randomUUID(), kind: "contact", note: "a post" } as const;
    await recordUnitEvent(yard.db, yard.scissor, yard.people.operator, contact, at(72));
    expect((await walked(word, 75)).outcome).not.toBe("cleared");
    expect(await state(yard, yard.scissor, 76)).not.toBe("cleared");
  });

  it("whose id another inspection has is refused", async () => {
    const { word } = await prepared(80);
    const begun = { id: randomUUID(), unitId: yard.scissor, word };
    await startElsewhere(yard.db, yard.people.operator, begun, at(80));
    await expect(startElsewhere(yard.db, yard.people.second, begun, at(81))).rejects.toThrow(/no other/);
  });
});
