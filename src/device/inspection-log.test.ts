import "fake-indexeddb/auto";
import { createHash, randomUUID } from "node:crypto";
import canonicalize from "canonicalize";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { InspectionEvent } from "@/core/record/events";
import { inOrder } from "@/core/record/order";
import { gaps, reduce } from "@/core/record/reduce";
import { emptyLocalStorage } from "../../tests/memory";
import { enrol } from "./enrolment";
import { InspectionLog } from "./inspection-log";
import { signerOf } from "./keys";
import { localStore } from "./local-store";

/** A stand-in for the server's event route: takes, refuses, or cannot be reached. */
class Server {
  readonly events = new Map<string, InspectionEvent>();
  reachable = true;
  status = 200;
  refuse: (event: InspectionEvent) => string | undefined = () => undefined;
  calls = 0;
  head = head;
  signedIn = true;
  readonly signed: unknown[] = [];

  readonly fetch = async (_path: string, init: RequestInit): Promise<Response> => {
    this.calls += 1;
    if (!this.reachable) throw new TypeError("no network");
    if (this.status !== 200) return new Response("{}", { status: this.status });
    const { events, signed } = JSON.parse(String(init.body)) as {
      events: InspectionEvent[];
      signed: unknown[];
    };
    this.signed.push(...signed);
    const results = events.map((event, index) => {
      const problem = this.refuse(event);
      if (problem !== undefined) return { id: event.id, index, status: "held", problem };
      const status = this.events.has(event.id) ? "already_here" : "accepted";
      this.events.set(event.id, event);
      return { id: event.id, index, status };
    });
    const { head, signedIn } = this;
    return new Response(JSON.stringify({ results, tagsRaised: [], head, signedIn }), { status: 200 });
  };
}

const fine = (check: string) => ({ type: "answered", check, result: { kind: "fine" } }) as const;
const head = { position: 3, headHash: "a".repeat(64) };
let server: Server;
let inspectionId: string;
const logs: InspectionLog[] = [];

async function openLog(fromServer: readonly InspectionEvent[] = []): Promise<InspectionLog> {
  const log = new InspectionLog(
    inspectionId,
    fromServer,
    head,
    () => Date.parse("2026-03-02T05:40:00Z"),
    async () => undefined,
  );
  logs.push(log);
  await log.open();
  await log.send();
  return log;
}

async function settled(log: InspectionLog): Promise<void> {
  await log.send();
  await log.send();
}

beforeEach(() => {
  server = new Server();
  inspectionId = randomUUID();
  vi.stubGlobal("fetch", server.fetch);
  emptyLocalStorage();
});

afterEach(async () => {
  for (const log of logs.splice(0)) log.close();
  await localStore().events.clear();
  vi.unstubAllGlobals();
});

describe("the device's log", () => {
  it("numbers events from one without gaps, each following the last, whoever adds at once", async () => {
    const log = await openLog();
    await Promise.all([
      log.add([fine("a"), fine("b")]),
      log.add([fine("c")]),
      log.add([fine("d"), fine("e")]),
    ]);
    await settled(log);
    const held = inOrder([...server.events.values()]);
    expect(held.map((e) => e.seq)).toEqual([1, 2, 3, 4, 5]);
    expect(held.slice(1).map((e) => e.follows)).toEqual(held.slice(0, -1).map((e) => e.id));
    expect(log.snapshot()).toMatchObject({ toSend: 0, link: "sent" });
  });

  it("signs each event as it is made, for whoever is here", async () => {
    await enrol("1041", "4710", { personId: "p-1", name: "R. Oake" });
    const log = new InspectionLog(inspectionId, [], head, Date.now, signerOf("p-1"));
    logs.push(log);
    await log.open();
    await log.add([fine("a"), fine("b")]);
    await settled(log);
    expect(new Set(server.signed).size).toBe(2);
    for (const signed of server.signed) expect(signed).toMatch(/^[0-9a-f]{64}\.[\w-]{86}$/);
  });

  it("whose session has ended is sent all the same, and asks for one", async () => {
    server.signedIn = false;
    const log = await openLog();
    await log.add([fine("a")]);
    await settled(log);
    expect(server.events.size).toBe(1);
    await log.add([fine("b")]);
    await vi.waitFor(() => expect(log.snapshot()).toMatchObject({ toSend: 0, link: "signed_out" }));
    server.signedIn = true;
    await settled(log);
    expect(log.snapshot()).toMatchObject({ toSend: 0, link: "sent" });
  });

  it("keeps what is entered without a signal through a reload, and sends it when the signal is back", async () => {
    server.reachable = false;
    const log = await openLog();
    await log.add([fine("a"), fine("b")]);
    await settled(log);
    expect(log.snapshot()).toMatchObject({ toSend: 2, link: "no_signal" });
    log.close();

    const reloaded = await openLog();
    expect(reloaded.snapshot().events).toHaveLength(2);
    server.reachable = true;
    await settled(reloaded);
    expect(server.events.size).toBe(2);
    await reloaded.add([fine("c")]);
    await settled(reloaded);
    expect(inOrder([...server.events.values()]).map((e) => e.seq)).toEqual([1, 2, 3]);
  });

  it("loses nothing when the answer is lost after the server took the events", async () => {
    const log = await openLog();
    vi.stubGlobal("fetch", async (path: string, init: RequestInit) => {
      await server.fetch(path, init);
      throw new TypeError("cut off");
    });
    await log.add([fine("a")]);
    await settled(log);
    expect(log.snapshot()).toMatchObject({ toSend: 1, link: "no_signal" });
    vi.stubGlobal("fetch", server.fetch);
    await settled(log);
    expect(log.snapshot()).toMatchObject({ toSend: 0, link: "sent" });
    expect(server.events.size).toBe(1);
  });

  it("knows on opening what the server already has", async () => {
    const log = await openLog();
    await log.add([fine("a")]);
    await settled(log);
    const calls = server.calls;
    const again = await openLog([...server.events.values()]);
    await settled(again);
    expect(again.snapshot().events).toHaveLength(1);
    expect(server.calls).toBe(calls);
  });

  it("keeps what the server could not take, shown, until the person takes it back themselves", async () => {
    server.refuse = (event) =>
      event.type === "answered" && event.check === "bad"
        ? "expected a check of this machine's sheet"
        : undefined;
    const log = await openLog();
    await log.add([fine("a"), fine("bad"), fine("b")]);
    await settled(log);
    const [held] = log.snapshot().held;
    expect(held).toMatchObject({ problem: "expected a check of this machine's sheet", withdrawn: false });
    expect(server.events.size).toBe(2);
    expect(gaps([...server.events.values()])).toHaveLength(1);
    // It is not sent for ever, and nothing takes its place by itself.
    const { calls } = server;
    await settled(log);
    expect(server.calls).toBe(calls);
    await log.withdraw(held?.id ?? "");
    await settled(log);
    expect(gaps([...server.events.values()])).toEqual([]);
    expect(reduce([...server.events.values()]).withdrawn).toBe(1);
    expect(log.snapshot().held).toMatchObject([{ id: held?.id, withdrawn: true }]);
  });

  it("says with every event what of the ledger was shown here, and never more", async () => {
    const log = await openLog();
    await log.add([fine("a")]);
    server.head = { position: 9, headHash: "b".repeat(64) };
    await settled(log);
    expect(log.snapshot().behind).toBe(true);
    // Hearing that the ledger has moved on is not having read what came.
    await log.add([fine("b")]);
    log.see(server.head);
    await log.add([fine("c")]);
    log.see(head);
    await log.add([fine("d")]);
    await settled(log);
    expect(inOrder([...server.events.values()]).map((e) => e.saw.position)).toEqual([3, 3, 9, 9]);
    expect(log.snapshot().behind).toBe(false);
  });

  it("tells apart why nothing arrives", async () => {
    const log = await openLog();
    server.status = 403;
    await log.add([fine("a")]);
    await settled(log);
    expect(log.snapshot()).toMatchObject({ toSend: 1, link: "refused" });
    server.status = 500;
    await settled(log);
    expect(log.snapshot()).toMatchObject({ toSend: 1, link: "server_trouble" });
    server.reachable = false;
    await settled(log);
    expect(log.snapshot()).toMatchObject({ toSend: 1, link: "no_signal" });
  });

  it("covers by its signature just what the server hashes", async () => {
    const log = await openLog();
    await log.add([fine("b"), { type: "measured", check: "a", value: 24.8 }]);
    await settled(log);
    const text = canonicalize(inOrder([...server.events.values()])) ?? "";
    expect(await log.covered()).toEqual({
      eventCount: 2,
      eventsHash: createHash("sha256").update(text).digest("hex"),
    });
  });

  it("says so where this device cannot keep what was entered, counts nothing of it, and goes on after", async () => {
    const log = await openLog();
    await log.add([fine("a")]);
    vi.spyOn(localStore().events, "bulkAdd").mockRejectedValueOnce(new Error("quota"));
    expect(await log.add([fine("b")])).toBe(false);
    expect(log.snapshot()).toMatchObject({ unkept: true, events: [{ check: "a" }] });
    expect(await log.add([fine("c")])).toBe(true);
    expect(log.snapshot()).toMatchObject({ unkept: false, events: [{ seq: 1 }, { seq: 2, check: "c" }] });
    vi.restoreAllMocks();
  });

  it("sends a long backlog in batches and tells those who listen", async () => {
    server.reachable = false;
    const log = await openLog();
    const heard = vi.fn();
    const stop = log.subscribe(heard);
    await log.add(Array.from({ length: 230 }, (_, i) => fine(`c${i}`)));
    await settled(log);
    server.reachable = true;
    const before = server.calls;
    await settled(log);
    expect(server.calls - before).toBe(3);
    expect(server.events.size).toBe(230);
    expect(heard).toHaveBeenCalled();
    stop();
  });
});
