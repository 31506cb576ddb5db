import "fake-indexeddb/auto";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { type KeptEvent, localStore, type SignedWalk } from "./local-store";
import { Outbox } from "./outbox";
import { openSignatures, sendSignatures, sign, unsign } from "./signatures";

const walk: SignedWalk = {
  outcome: "cleared",
  eventCount: 1,
  eventsHash: "b".repeat(64),
  signature: { kind: "typed", name: "R. Oake" },
};
const of = (id: string, plate: string) => ({ id, plate, person: { id: "p-1", name: "R. Oake" } });
const owed = (inspectionId: string): KeptEvent => ({
  id: `e-${inspectionId}`,
  inspectionId,
  deviceId: "d",
  seq: 1,
  state: "to_send",
  event: { id: `e-${inspectionId}` } as KeptEvent["event"],
});

type Said = { status: number; body: object } | "no network";
let calls: string[] = [];
let answer: (path: string) => Said;

beforeEach(async () => {
  for (const table of ["events", "signatures", "keptWalks", "tags"] as const)
    await localStore()[table].clear();
  calls = [];
  answer = (path) =>
    path.endsWith("/sign")
      ? { status: 200, body: { outcome: "cleared", shownOutcome: "cleared" } }
      : { status: 200, body: { results: [{ index: 0, status: "accepted" }], tagsRaised: [], head: {} } };
  vi.stubGlobal("fetch", async (path: string) => {
    calls.push(path.split("/").slice(3).join(" "));
    const said = answer(path);
    if (said === "no network") throw new TypeError("no network");
    return Response.json(said.body, { status: said.status });
  });
});
afterEach(() => void vi.unstubAllGlobals());

const became = async (id: string) => (await localStore().signatures.get(id))?.became;

describe("a signature kept on the device", () => {
  it("goes after all it covers, and not while any of that waits", async () => {
    await localStore().events.add(owed("w-1"));
    await sign(of("w-1", "LM-05"), walk);
    await sendSignatures();
    expect(calls).toEqual([]);
    const box = new Outbox();
    await box.send();
    expect(calls).toEqual(["w-1 events", "w-1 sign"]);
    expect(await became("w-1")).toEqual({ kind: "sealed", outcome: "cleared", shownOutcome: "cleared" });
    expect(box.snapshot()).toMatchObject({ signatures: [], link: "sent" });
    box.close();
  });

  it("outlives a lost signal, and is on every page until it is sent", async () => {
    answer = () => "no network";
    await sign(of("w-1", "LM-05"), walk);
    const box = new Outbox();
    await box.send();
    expect(box.snapshot()).toMatchObject({ signatures: [{ id: "w-1", plate: "LM-05" }], link: "no_signal" });
    expect(await became("w-1")).toEqual({ kind: "waits" });
    box.close();
  });

  it("refused says why and stays for a person; the others go on", async () => {
    await sign(of("a", "LM-05"), walk);
    await sign(of("b", "LM-06"), walk);
    answer = (path) =>
      path.endsWith("/a/sign")
        ? { status: 409, body: { detail: "events are missing" } }
        : path.endsWith("/sign")
          ? { status: 200, body: { outcome: "tagged_out", shownOutcome: "cleared" } }
          : { status: 200, body: { sealed: false, walk: {} } };
    await sendSignatures();
    expect(await became("a")).toEqual({ kind: "refused", detail: "events are missing" });
    expect(await became("b")).toMatchObject({ kind: "sealed", outcome: "tagged_out" });
    expect((await openSignatures()).map(({ plate }) => plate)).toEqual(["LM-05"]);
  });

  it("waits for whoever signed while somebody else is signed in", async () => {
    await sign(of("w-1", "LM-05"), walk);
    answer = () => ({ status: 403, body: { type: "/problems/not-yours", detail: "expected who began it" } });
    await sendSignatures();
    expect(await became("w-1")).toEqual({ kind: "waits" });
  });

  it("whose answer was lost on the way is found sealed", async () => {
    await sign(of("w-1", "LM-05"), walk);
    answer = (path) =>
      path.endsWith("/sign")
        ? { status: 409, body: { detail: "already signed" } }
        : { status: 200, body: { sealed: true } };
    await sendSignatures();
    expect(await became("w-1")).toEqual({ kind: "sealed" });
  });

  it("taken back while it is sent is not put there again", async () => {
    await sign(of("w-1", "LM-05"), walk);
    answer = () => ({ status: 409, body: { detail: "something came in meanwhile" } });
    const sending = sendSignatures();
    await unsign("w-1");
    await sending;
    expect(await became("w-1")).toBeUndefined();
  });
});
