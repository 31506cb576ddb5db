import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { enrol, unlock } from "./enrolment";
import { localStore } from "./local-store";

const oake = { personId: "p-1", name: "R. Oake" };
const at = Date.parse("2026-03-02T05:40:00Z");

beforeEach(async () => {
  await localStore().enrolments.clear();
  await enrol("1041", "4710", oake);
});

describe("signing in where there is no signal", () => {
  it("takes the PIN of whoever has signed in here before, and keeps no PIN", async () => {
    expect(await unlock("1041", "4710", at)).toEqual({ kind: "here", person: oake });
    expect(await unlock("1041", "4711", at)).toEqual({ kind: "wrong_pin", waitMs: 0 });
    expect(await unlock("1042", "4710", at)).toEqual({ kind: "not_enrolled" });
    const kept = await localStore().enrolments.get("1041");
    expect(JSON.stringify(kept)).not.toContain("4710");
    expect(kept?.iterations).toBeGreaterThanOrEqual(600_000);
  });

  it("gives two people with the same PIN nothing alike", async () => {
    await enrol("1042", "4710", { personId: "p-2", name: "T. Bram" });
    const [one, two] = await localStore().enrolments.toArray();
    expect(one?.derived).not.toEqual(two?.derived);
  });

  it("makes each wrong PIN after the third wait longer, and the right one clears it", async () => {
    for (const waitMs of [0, 0, 5000])
      expect(await unlock("1041", "0000", at)).toEqual({ kind: "wrong_pin", waitMs });
    // The right one waits as well: trying it is trying a PIN.
    expect(await unlock("1041", "4710", at + 1000)).toEqual({ kind: "wait", waitMs: 4000 });
    // A clock set back shortens nothing.
    expect(await unlock("1041", "4710", at - 86_400_000)).toEqual({ kind: "wait", waitMs: 5000 });
    expect(await unlock("1041", "4710", at + 5000)).toMatchObject({ kind: "here" });
    expect(await unlock("1041", "0000", at + 5000)).toEqual({ kind: "wrong_pin", waitMs: 0 });
  });

  it("counts tries made all at once", async () => {
    const tries = await Promise.all(Array.from({ length: 8 }, () => unlock("1041", "0000", at)));
    expect(tries.filter(({ kind }) => kind === "wrong_pin")).toHaveLength(3);
    expect(tries.filter(({ kind }) => kind === "wait")).toHaveLength(5);
  });
});
