import "fake-indexeddb/auto";
import { randomUUID } from "node:crypto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { type KeptEvent, localStore } from "./local-store";
import { Outbox } from "./outbox";

let calls: { path: string; body: Record<string, unknown> }[];
let answer: (path: string, body: Record<string, unknown>) => { status: number; body: unknown } | "no network";
let box: Outbox;

const tag = (plate: string) => ({ id: randomUUID(), plate, reason: "leak", madeAt: "2026-03-02T05:40:00Z" });

async function keepEvents(inspectionId: string, count: number): Promise<void> {
  const rows = Array.from({ length: count }, (_, i) => {
    const id = randomUUID();
    return { id, inspectionId, deviceId: "d", seq: i + 1, state: "to_send", event: { id, seq: i + 1 } };
  });
  await localStore().events.bulkAdd(rows as unknown as KeptEvent[]);
}

beforeEach(() => {
  calls = [];
  answer = (path) =>
    path.includes("/tags")
      ? { status: 200, body: { id: "x", number: "T-0007" } }
      : {
          status: 200,
          body: {
            results: Array.from({ length: 100 }, (_, index) => ({ id: null, index, status: "accepted" })),
            tagsRaised: [],
            head: { position: 1, headHash: "" },
          },
        };
  vi.stubGlobal("fetch", async (path: string, init: RequestInit) => {
    const body = JSON.parse(String(init.body)) as Record<string, unknown>;
    calls.push({ path, body });
    const said = answer(path, body);
    if (said === "no network") throw new TypeError("no network");
    return new Response(JSON.stringify(said.body), { status: said.status });
  });
  box = new Outbox();
});

afterEach(async () => {
  box.close();
  await localStore().events.clear();
  await localStore().tags.clear();
  vi.unstubAllGlobals();
});

describe("what a device owes the server", () => {
  it("a tag-out made without signal is held here, outlives the page, and is sent before anything else", async () => {
    answer = () => "no network";
    const made = tag("LM-05");
    await keepEvents("walk-1", 3);
    expect(await box.tagOut(made)).toMatchObject({ kind: "kept", link: "no_signal" });
    expect(box.snapshot()).toMatchObject({ tags: [{ plate: "LM-05" }], link: "no_signal" });
    box.close();

    // Another page, another time, and the signal is back.
    const later = new Outbox();
    calls = [];
    answer = (path) =>
      path.includes("/tags") ? { status: 200, body: { number: "T-0007" } } : { status: 503, body: {} };
    await later.send();
    expect(calls[0]).toMatchObject({ path: "/api/units/LM-05/tags", body: { id: made.id, reason: "leak" } });
    expect(later.snapshot()).toMatchObject({ tags: [], events: 3, link: "server_trouble" });
    later.close();
  });

  it("a tag-out is not given up signed out, refused or with the server in trouble", async () => {
    for (const [status, link] of [
      [401, "signed_out"],
      [403, "refused"],
      [500, "server_trouble"],
    ] as const) {
      answer = () => ({ status, body: { detail: "because" } });
      expect(await box.tagOut(tag(`U-${status}`))).toEqual({ kind: "kept", link, detail: "because" });
    }
    expect(await localStore().tags.count()).toBe(3);
    answer = () => ({ status: 200, body: { number: "T-0001" } });
    await box.send();
    expect(await localStore().tags.count()).toBe(0);
  });

  it("goes out where the device's store refuses it, and is said to be lost where it cannot be sent either", async () => {
    vi.spyOn(localStore().tags, "put").mockRejectedValue(new Error("quota"));
    expect(await box.tagOut(tag("LM-05"))).toEqual({ kind: "hung", number: "T-0007" });
    answer = () => "no network";
    expect(await box.tagOut(tag("LM-06"))).toEqual({ kind: "lost" });
    vi.restoreAllMocks();
  });

  it("says what became of it: hung with its number, or a plate nobody knows", async () => {
    expect(await box.tagOut(tag("LM-05"))).toEqual({ kind: "hung", number: "T-0007" });
    answer = () => ({ status: 200, body: { id: "x", unmatched: true } });
    expect(await box.tagOut(tag("??"))).toEqual({ kind: "unmatched" });
    expect(box.snapshot().tags).toEqual([]);
  });

  it("sends what closed walks left, in their order, but not the one that is open here", async () => {
    await keepEvents("walk-1", 130);
    await keepEvents("walk-2", 2);
    box.leaveTo("walk-2");
    await box.send();
    const sent = calls.map(({ path, body }) => [
      path.split("/")[3],
      (body["events"] as { seq: number }[])[0]?.seq,
    ]);
    expect(sent).toEqual([
      ["walk-1", 1],
      ["walk-1", 101],
    ]);
    expect(box.snapshot()).toMatchObject({ events: 0, link: "sent" });
    box.leaveTo(undefined);
    await box.send();
    expect(calls.at(-1)?.path).toContain("walk-2");
  });

  it("sends each person's of a walk two are on by itself: what one must sign in for holds up nobody else's", async () => {
    await keepEvents("walk-1", 5);
    const makers = [undefined, "p-2", "p-2", undefined, "p-2"];
    for (const kept of await localStore().events.toArray())
      await localStore().events.update(kept.id, { "event.by": makers[kept.seq - 1] });
    const taken = answer;
    const bys = (body: Record<string, unknown>) => (body["events"] as { by?: string }[]).map(({ by }) => by);
    answer = (path, body) =>
      bys(body).includes(undefined) ? { status: 401, body: { detail: "sign in" } } : taken(path, body);
    await box.send();
    expect(calls.map(({ body }) => bys(body))).toEqual([[undefined], ["p-2", "p-2", "p-2"]]);
    expect(box.snapshot()).toMatchObject({ events: 2, link: "signed_out", detail: "sign in" });
    answer = taken;
    await box.send();
    expect(box.snapshot()).toMatchObject({ events: 0, link: "sent" });
  });

  it("does not ask for ever where the server leaves an event without an answer", async () => {
    await keepEvents("walk-1", 2);
    answer = () => ({
      status: 200,
      body: {
        results: [{ id: null, index: 0, status: "accepted" }],
        tagsRaised: [],
        head: { position: 1, headHash: "" },
      },
    });
    await box.send();
    expect(calls).toHaveLength(1);
    expect(box.snapshot()).toMatchObject({ events: 1, link: "server_trouble" });
  });

  it("one walk that is not this person's does not stop the others", async () => {
    await keepEvents("a-theirs", 1);
    await keepEvents("b-mine", 1);
    const sound = answer;
    answer = (path, body) =>
      path.includes("a-theirs") ? { status: 403, body: { detail: "not yours" } } : sound(path, body);
    await box.send();
    expect(box.snapshot()).toMatchObject({ events: 1, link: "refused", detail: "not yours" });
  });
});
