import "fake-indexeddb/auto";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { pictureLimits } from "@/contract/picture";
import { type KeptPicture, localStore } from "../local-store";
import { dropDraft, sendOnceNamed } from "./keep";
import { countPictures, sendPictures } from "./send";

/** What becomes of a request: it arrives, its answer is lost, it never arrives, or it arrives cut short of nothing. */
type Fate = "arrives" | "answer lost" | "lost";

/** A server that keeps what comes in order and says how much it has. */
class Server {
  readonly have = new Map<string, Buffer>();
  fates: Fate[] = [];
  refuse: { status: number; type: string } | undefined;

  readonly fetch = async (path: string, init: RequestInit): Promise<Response> => {
    const fate = this.fates.shift() ?? "arrives";
    if (fate === "lost") throw new TypeError("no network");
    if (this.refuse !== undefined)
      return Response.json(
        { type: `/problems/${this.refuse.type}`, detail: "why" },
        { status: this.refuse.status },
      );
    const url = new URL(path, "http://here");
    const hash = url.pathname.split("/").at(-1) ?? "";
    const size = Number(url.searchParams.get("size"));
    const before = this.have.get(hash) ?? Buffer.alloc(0);
    const now =
      Number(url.searchParams.get("from")) === before.length
        ? Buffer.concat([before, Buffer.from(await (init.body as Blob).arrayBuffer())])
        : before;
    this.have.set(hash, now);
    if (fate === "answer lost") throw new TypeError("no network");
    return Response.json({ have: now.length, whole: now.length === size });
  };
}

const bytesOf = (length: number, seed: number): Buffer =>
  Buffer.from(Uint8Array.from({ length }, (_, i) => (i * 31 + seed * 17) % 251));
const keep = (hash: string, bytes: Buffer, state: KeptPicture["state"] = "to_send", inspectionId = "walk") =>
  localStore().pictures.add({
    hash,
    inspectionId,
    bytes: new Blob([new Uint8Array(bytes)]),
    sent: 0,
    state,
  });

let server: Server;
beforeEach(async () => {
  await localStore().pictures.clear();
  server = new Server();
  vi.stubGlobal("fetch", server.fetch);
});
afterEach(async () => {
  await localStore().pictures.clear();
  vi.unstubAllGlobals();
});

describe("pictures that wait", () => {
  it("arrive whole and as they are, wherever the signal is cut, and none is dropped before", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.integer({ min: 1, max: 3 * pictureLimits.chunkBytes }), { minLength: 1, maxLength: 3 }),
        fc.array(fc.constantFrom<Fate>("arrives", "answer lost", "lost"), { maxLength: 12 }),
        async (sizes, fates) => {
          await localStore().pictures.clear();
          server.have.clear();
          server.fates = [...fates];
          const all = sizes.map((size, i) => [`${i}`.repeat(64), bytesOf(size, i)] as const);
          for (const [hash, bytes] of all) await keep(hash, bytes);
          for (let tries = 0; (await sendPictures()).link !== "sent"; tries++) {
            expect((await countPictures()).waiting).toBeGreaterThan(0);
            expect(tries).toBeLessThan(20);
          }
          expect(await countPictures()).toEqual({ waiting: 0, refused: 0 });
          for (const [hash, bytes] of all) expect(server.have.get(hash)?.equals(bytes)).toBe(true);
          expect(await localStore().pictures.count()).toBe(all.length);
        },
      ),
      { numRuns: 25 },
    );
  });

  it("that the server refuses stay on the device and are said; another person's wait for them", async () => {
    await keep("a".repeat(64), bytesOf(10, 1));
    server.refuse = { status: 403, type: "not-yours" };
    await sendPictures();
    expect(await countPictures()).toEqual({ waiting: 1, refused: 0 });
    server.refuse = { status: 422, type: "no-picture" };
    await sendPictures();
    expect(await localStore().pictures.toArray()).toMatchObject([{ state: "refused", problem: "why" }]);
  });

  it("are sent once an answer names them, and not before; one that none names can be taken away", async () => {
    const [named, dropped] = ["a".repeat(64), "b".repeat(64)];
    await keep(named, bytesOf(10, 1), "draft");
    await keep(dropped, bytesOf(10, 2), "draft");
    // The same picture on another walk is that walk's own.
    await keep(named, bytesOf(10, 1), "draft", "other walk");
    await sendPictures();
    expect(server.have.size).toBe(0);
    await dropDraft("walk", dropped);
    expect(await sendOnceNamed("walk", [named], async () => undefined)).toBe(true);
    await dropDraft("walk", named);
    await sendPictures();
    expect([...server.have.keys()]).toEqual([named]);
    const left = await localStore().pictures.toArray();
    expect(left.map(({ inspectionId, hash, state }) => [inspectionId, hash, state])).toEqual([
      ["other walk", named, "draft"],
      ["walk", named, "sent"],
    ]);
  });
});
