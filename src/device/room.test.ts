import { afterEach, expect, it, vi } from "vitest";
import { roomShort } from "./room";

afterEach(() => vi.unstubAllGlobals());

const storage = (estimate: () => Promise<StorageEstimate>) =>
  vi.stubGlobal("navigator", { storage: { estimate } });

it("says how many pictures fit before there is no more room, and nothing while there is plenty", async () => {
  storage(async () => ({ quota: 2_000_000_000, usage: 1_940_000_000 }));
  expect(await roomShort()).toBe(100);
  storage(async () => ({ quota: 2_000_000_000, usage: 2_100_000_000 }));
  expect(await roomShort()).toBe(0);
  storage(async () => ({ quota: 2_000_000_000, usage: 100_000_000 }));
  expect(await roomShort()).toBeUndefined();
});

it("says nothing where the browser does not tell", async () => {
  storage(() => Promise.reject(new Error("refused")));
  expect(await roomShort()).toBeUndefined();
  vi.stubGlobal("navigator", {});
  expect(await roomShort()).toBeUndefined();
});
