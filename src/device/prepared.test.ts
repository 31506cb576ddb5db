import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { PreparedAnswer, StartWord } from "@/contract/start";
import { emptyLocalStorage } from "../../tests/memory";
import { openWalk } from "./kept-walks";
import { type KeptEvent, localStore } from "./local-store";
import { Outbox } from "./outbox";
import { beginHere, prepare, preparedUnits } from "./prepared";
import { arrive, leave } from "./present";

const atMs = Date.parse("2026-03-02T05:40:00Z");
const prepared = (personId: string): PreparedAnswer =>
  ({
    prepared: ["LM-11", "LM-05"].map((plate) => ({
      walk: {
        unitId: plate,
        plate,
        person: { id: personId, name: personId },
        scope: { kind: "full" },
        facts: { clearsBeforeMs: atMs + 3_600_000, operatorAuthorised: plate === "LM-05", unfamiliar: 0 },
      },
      word: { unitId: plate, personId, position, headHash: "", atMs, signature: "s" },
    })),
  }) as unknown as PreparedAnswer;

let position = 7;
/** What the server was last asked after. */
let told: readonly StartWord[];
let calls: string[];
let signal: boolean;
let status: number;

beforeEach(async () => {
  emptyLocalStorage();
  [calls, signal, status] = [[], true, 200];
  [position, told] = [7, []];
  vi.stubGlobal("fetch", async (path: string, how: RequestInit) => {
    calls.push(path.replace("/api/", ""));
    if (!signal) throw new TypeError("no network");
    if (path === "/api/prepared") return Response.json(prepared(here));
    if (path === "/api/witness") told = JSON.parse(String(how.body)).words;
    if (status !== 200) return Response.json({ detail: "no" }, { status });
    if (path === "/api/inspections") return Response.json({ id: JSON.parse(String(how.body)).id });
    return Response.json({ results: [{ index: 0, status: "accepted" }], tagsRaised: [], head: {} });
  });
  const { keptWalks, starts, prepared: units, events, pictures, signatures, tags, seenHeads } = localStore();
  for (const table of [keptWalks, starts, units, events, pictures, signatures, tags, seenHeads])
    await table.clear();
});
afterEach(() => vi.unstubAllGlobals());

let here = "";
const arrives = (personId: string) => {
  here = personId;
  arrive({ personId, name: personId });
};

describe("beginning an inspection without a signal", () => {
  it("is of a unit kept for whoever is here, and of nobody else's", async () => {
    arrives("p-1");
    await prepare(atMs);
    expect((await preparedUnits("p-1")).map(({ walk }) => walk.plate)).toEqual(["LM-05", "LM-11"]);
    signal = false;
    const id = await beginHere("LM-05", atMs);
    expect(await openWalk(id ?? "")).toMatchObject({ kind: "open", walk: { id, plate: "LM-05" } });
    // A second touch goes on with it, as long as it can clear.
    expect(await beginHere("LM-05", atMs + 3_000_000)).toBe(id);
    expect(await beginHere("LM-05", atMs + 3_600_000)).not.toBe(id);
    expect(await beginHere("LM-11", atMs)).not.toBe(id);
    expect(await beginHere("LM-99")).toBeUndefined();
    leave();
    expect(await beginHere("LM-05")).toBeUndefined();
    arrives("p-2");
    expect(await beginHere("LM-05")).toBeUndefined();
  });

  it("reads the units anew once they are a few minutes old, and keeps the last ones without a signal", async () => {
    arrives("p-1");
    await prepare(atMs);
    await prepare(atMs + 60_000);
    expect(calls).toEqual(["prepared", "witness"]);
    arrives("p-2");
    await prepare(atMs);
    expect(await preparedUnits("p-1")).toHaveLength(2);
    arrives("p-1");
    calls = ["prepared"];
    signal = false;
    await prepare(atMs + 600_000);
    expect(calls).toEqual(["prepared", "prepared"]);
    expect(await preparedUnits("p-1")).toHaveLength(2);
  });

  it("asks after the farthest head it was ever told of, whatever the server says later", async () => {
    arrives("p-1");
    await prepare(atMs);
    expect(told.map((word) => word.position)).toEqual([7, 7]);
    position = 9;
    await prepare(atMs + 600_000);
    position = 4;
    await prepare(atMs + 1_200_000);
    expect(told.map((word) => word.position)).toEqual([9, 9]);
  });

  it("is told before its events, and they wait where the server does not take it", async () => {
    arrives("p-1");
    await prepare(atMs);
    const inspectionId = (await beginHere("LM-05")) ?? "";
    const event = { id: "e", inspectionId } as KeptEvent["event"];
    const row = { id: "e", inspectionId, deviceId: "d", seq: 1, state: "to_send" as const, event };
    await localStore().events.add(row);
    [calls, status] = [[], 403];
    const box = new Outbox();
    await box.send();
    expect(calls.filter((path) => path.endsWith("/events"))).toEqual([]);
    expect(box.snapshot()).toMatchObject({ events: 1, link: "refused" });
    [calls, status] = [[], 200];
    await box.send();
    expect(calls).toEqual(["inspections", `inspections/${inspectionId}/events`]);
    expect(await localStore().starts.count()).toBe(0);
    expect(box.snapshot()).toMatchObject({ events: 0, link: "sent" });
    box.close();
  });
});
