import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { enrol, unlock } from "./enrolment";
import { layDown, signerOf } from "./keys";
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

  it("keeps one key for whoever signs in again, and makes a new one where the PIN was changed meanwhile", async () => {
    const first = await localStore().enrolments.get("1041");
    expect((await enrol("1041", "4710", oake)).id).toBe(first?.key.id);
    const changed = await enrol("1041", "9999", oake);
    expect(changed.id).not.toBe(first?.key.id);
    expect(await unlock("1041", "4710", at)).toMatchObject({ kind: "wrong_pin" });
    expect(await unlock("1041", "9999", at)).toMatchObject({ kind: "here" });
  });

  it("signs for whoever is here and for nobody else, and no key can be taken from the tablet", async () => {
    const tag = { id: "t", plate: "LM-05", reason: "leak" };
    const mine = await signerOf("p-1")("tag", tag);
    expect(mine).toMatch(/^[0-9a-f]{64}\.[\w-]{86}$/);
    expect(await signerOf("p-2")("tag", tag)).toBeUndefined();
    await enrol("1042", "4710", { personId: "p-2", name: "T. Bram" });
    expect(await signerOf("p-1")("tag", tag)).toBeUndefined();
    const [inUse] = await localStore().keysInUse.toArray();
    await expect(crypto.subtle.exportKey("pkcs8", inUse?.key as CryptoKey)).rejects.toThrow();
    await layDown();
    expect(await signerOf("p-2")("tag", tag)).toBeUndefined();
    // A PIN opens it again without a signal.
    await unlock("1042", "4710", at);
    expect(await signerOf("p-2")("tag", tag)).toBeDefined();
  });

  it("gives two people with the same PIN nothing alike", async () => {
    await enrol("1042", "4710", { personId: "p-2", name: "T. Bram" });
    const [one, two] = await localStore().enrolments.toArray();
    expect(one?.salt).not.toEqual(two?.salt);
    expect(one?.key.wrapped).not.toEqual(two?.key.wrapped);
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
