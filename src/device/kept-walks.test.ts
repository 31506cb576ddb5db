import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { type WalkAnswer, type WalkData, walkForm } from "@/contract/walk";
import { emptyLocalStorage } from "../../tests/memory";
import { keepFacts, openWalk, walksOf } from "./kept-walks";
import { localStore } from "./local-store";
import { arrive, leave, present } from "./present";

const oake = { id: "p-1", name: "R. Oake" };
const walk = {
  id: "w-1",
  plate: "LM-05",
  person: oake,
  nowMs: Date.parse("2026-03-02T05:40:00Z"),
  minutes: { "doc.manual": 0.2 },
  facts: { nowMs: 1 },
  head: { position: 3, headHash: "" },
} as unknown as WalkData;

/** What the server answers; nothing is no signal. */
let answer: { status: number; body: WalkAnswer | { detail: string } } | undefined;
let lateMs = 0;

beforeEach(async () => {
  emptyLocalStorage();
  vi.stubGlobal("fetch", async () => {
    const now = answer;
    await new Promise((resolve) => setTimeout(resolve, lateMs));
    if (now === undefined) throw new TypeError("no network");
    return Response.json(now.body, { status: now.status });
  });
  await localStore().keptWalks.clear();
  answer = { status: 200, body: { sealed: false, walk } };
  lateMs = 0;
});
afterEach(() => void vi.unstubAllGlobals());

const withoutSignal = () => {
  answer = undefined;
};

describe("opening a walk", () => {
  it("takes it from the server, and without a signal from what was kept, with the server's clock", async () => {
    expect(await openWalk("w-1")).toEqual({ kind: "open", walk });
    withoutSignal();
    const again = await openWalk("w-1");
    expect(again).toMatchObject({ kind: "open", walk: { plate: "LM-05", head: { position: 3 } } });
    const nowMs = again.kind === "open" ? again.walk.nowMs : 0;
    expect(Math.abs(nowMs - walk.nowMs)).toBeLessThan(5000);
    expect(await openWalk("w-2")).toEqual({ kind: "not_kept" });
  });

  it("opens what is kept for its owner only, while they are there", async () => {
    await openWalk("w-1");
    withoutSignal();
    arrive({ personId: "p-2", name: "T. Bram" });
    expect(await openWalk("w-1")).toEqual({ kind: "signed_out" });
    leave();
    expect(await openWalk("w-1")).toEqual({ kind: "signed_out" });
    expect((await walksOf("p-2")).length).toBe(0);
    expect((await walksOf("p-1")).map(({ id }) => id)).toEqual(["w-1"]);
  });

  it("asks again after twenty minutes alone, and when the clock was set back", async () => {
    arrive({ personId: "p-1", name: "R. Oake" });
    const now = Date.now();
    for (const [laterMin, here] of [
      [19, true],
      [38, true],
      [59, false],
      [38, false],
    ] as const) {
      vi.spyOn(Date, "now").mockReturnValue(now + laterMin * 60_000);
      expect([laterMin, present() !== undefined]).toEqual([laterMin, here]);
    }
    arrive({ personId: "p-1", name: "R. Oake" });
    vi.spyOn(Date, "now").mockReturnValue(now);
    expect(present()).toBeUndefined();
    vi.restoreAllMocks();
  });

  it("keeps the minutes it was planned from, so that its places keep their numbers", async () => {
    await openWalk("w-1");
    answer = { status: 200, body: { sealed: false, walk: { ...walk, minutes: { "doc.manual": 9 } } } };
    expect(await openWalk("w-1")).toMatchObject({ walk: { minutes: { "doc.manual": 0.2 } } });
  });

  it("keeps what was last read of the unit", async () => {
    await openWalk("w-1");
    await keepFacts(walk, { nowMs: 2, holds: ["T-0007"] } as never, { position: 5, headHash: "" }, [oake]);
    withoutSignal();
    expect(await openWalk("w-1")).toMatchObject({
      walk: { facts: { holds: ["T-0007"] }, head: { position: 5 } },
    });
  });

  it("does not wait for a server that takes its time, and keeps what it says for the next time", async () => {
    await openWalk("w-1");
    answer = { status: 200, body: { sealed: false, walk: { ...walk, head: { position: 9, headHash: "" } } } };
    lateMs = 3000;
    expect(await openWalk("w-1")).toMatchObject({ walk: { head: { position: 3 } } });
    await vi.waitFor(
      async () => expect((await localStore().keptWalks.get(["w-1", "p-1"]))?.data.head.position).toBe(9),
      4000,
    );
  });

  it("says what keeps it shut: signed, signed out, not one's own, kept in another form", async () => {
    await openWalk("w-1");
    answer = { status: 401, body: { detail: "sign in" } };
    expect(await openWalk("w-1")).toEqual({ kind: "signed_out" });
    answer = { status: 403, body: { detail: "not yours" } };
    expect(await openWalk("w-1")).toEqual({ kind: "refused", detail: "not yours" });
    withoutSignal();
    await localStore().keptWalks.update(["w-1", "p-1"], { form: walkForm - 1 });
    expect(await openWalk("w-1")).toEqual({ kind: "not_kept" });
    answer = { status: 200, body: { sealed: true } };
    expect(await openWalk("w-1")).toEqual({ kind: "sealed" });
    expect(await localStore().keptWalks.count()).toBe(0);
  });
});
