import "fake-indexeddb/auto";
import { randomUUID } from "node:crypto";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { WalkData } from "@/contract/walk";
import { checksOf } from "@/core/catalogue/catalogue";
import { judge } from "@/core/decision/judge";
import type { WalkAction } from "@/core/underway/acts";
import { said } from "@/core/underway/circumstances";
import { dueIn } from "@/core/underway/due";
import { follow } from "@/core/underway/follow";
import { slabScissorSheet as sheet } from "@/demo/sheets/slab-scissors";
import { emptyLocalStorage } from "../../../tests/memory";
import { startMs, walkOf } from "../../../tests/screens/walk";
import { InspectionLog } from "../inspection-log";
import { localStore } from "../local-store";
import { Follower } from "./follower";
import type { WalkPlanner } from "./planner";
import { InspectionSession, inputOf } from "./session";

const checks = checksOf(sheet);
const worst = checks.find(({ definition }) => definition.id === "platform.gate");

/** A planner whose answers wait until they are let go, the newest first or the oldest. */
class SlowPlanner implements WalkPlanner {
  private readonly follower: Follower;
  private waiting: (() => void)[] = [];
  slow = false;

  constructor(data: WalkData) {
    this.follower = new Follower(inputOf(data));
  }

  async follow(...asked: Parameters<WalkPlanner["follow"]>) {
    const answer = structuredClone(this.follower.follow(...asked));
    if (this.slow) await new Promise<void>((resolve) => this.waiting.push(resolve));
    return answer;
  }

  async letGo(newestFirst: boolean): Promise<void> {
    const going = newestFirst ? this.waiting.reverse() : this.waiting;
    this.waiting = [];
    for (const go of going) {
      go();
      await Promise.resolve();
    }
  }

  close(): void {}
}

const unsigned = async () => undefined;
let opened: InspectionSession[] = [];

async function open() {
  const data = walkOf(sheet, { id: randomUUID() });
  const planner = new SlowPlanner(data);
  const log = new InspectionLog(data.id, [], data.head, () => startMs, unsigned);
  const session = new InspectionSession(data, log, planner, unsigned);
  opened.push(session);
  await session.open();
  return { session, planner, data };
}

const settled = () => vi.waitFor(() => expect(opened.every((one) => !one.snapshot().planning)).toBe(true));

beforeEach(() => {
  vi.stubGlobal("fetch", () => Promise.reject(new TypeError("no signal")));
  vi.stubGlobal(
    "EventSource",
    class {
      close() {}
    },
  );
  vi.stubGlobal("window", { addEventListener: () => undefined });
  vi.stubGlobal("navigator", { onLine: true });
  emptyLocalStorage();
});

afterEach(async () => {
  for (const session of opened.splice(0)) session.close();
  opened = [];
  await localStore().events.clear();
  await localStore().pictures.clear();
  vi.unstubAllGlobals();
});

const acts: fc.Arbitrary<WalkAction> = fc.oneof(
  fc.record({
    act: fc.constant("fine" as const),
    checks: fc.constantFrom(...checks).map((check) => [check]),
    sets: fc.constant([]),
    because: fc.constant("Mistake"),
  }),
  fc.record({
    act: fc.constant("skipped" as const),
    check: fc.constantFrom(...checks),
    reason: fc.constant("No light"),
    sets: fc.constant([]),
    because: fc.constant("Mistake"),
  }),
  fc
    .record({
      act: fc.constant("found" as const),
      check: fc.constantFrom(...checks.filter(({ conditions }) => Object.keys(conditions).length > 0)),
      sets: fc.constant([]),
      because: fc.constant("Mistake"),
    })
    .map(({ check, ...rest }) => ({
      ...rest,
      check,
      result: { condition: Object.keys(check.conditions)[0] ?? "" },
    })),
  fc.constantFrom(said.stands("key", "ground"), said.people(1)).map((step) => ({
    act: "changed" as const,
    steps: [step],
  })),
);

describe("an inspection's session", () => {
  it("stands as its events say, whatever is done and whenever its plans come", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(acts, fc.boolean(), fc.boolean()), { maxLength: 7 }),
        async (sequence) => {
          const { session, planner, data } = await open();
          for (const [act, slow, newestFirst] of sequence) {
            planner.slow = slow;
            expect(await session.dispatch(act, "Corrected")).toBe("kept");
            const { state, held, assessment } = session.snapshot();
            // What may be operated is known with the act, before any plan.
            expect(held).toBe(assessment.findings.some((f) => f.grade === "tag_out" && !f.place));
            expect(
              judge(dueIn(session.input, state.events), sheet, data.policy, state.events, data.facts)
                .assessment,
            ).toEqual(assessment);
            if (!slow) await planner.letGo(newestFirst);
          }
          planner.slow = false;
          await planner.letGo(true);
          await settled();
          const { plan, state, heldFrom, numbers } = session.snapshot();
          expect(plan).toEqual(follow(session.input, state.events, heldFrom));
          expect(numbers.length).toBe(plan.visits.length);
          session.close();
        },
      ),
      { numRuns: 12 },
    );
  });

  it("keeps the places' numbers where the walk is left, and marks a place come to once more", async () => {
    const { session } = await open();
    const { plan, numbers, places } = session.snapshot();
    expect(numbers).toEqual(plan.visits.map((_, i) => `${i + 1}`));
    const stops = new Map(plan.visits.map(({ stop }, i) => [`${i + 1}`, stop]));
    const drive = plan.checks.find(({ definition }) => definition.id === "platform.horn");
    if (drive === undefined) throw new Error("expected a horn on this sheet");
    await session.dispatch({ act: "fine", checks: [drive], sets: [] }, "Corrected");
    await settled();
    const anew = session.snapshot();
    expect(anew.places).toBe(places);
    expect(new Set(anew.numbers).size).toBe(anew.plan.visits.length);
    for (const [i, { stop }] of anew.plan.visits.entries())
      expect(stops.get(Number.parseInt(anew.numbers[i] ?? "", 10).toString())).toBe(stop);
  });

  it("asks why a graded answer was wrong, and records nothing before it is told", async () => {
    const { session } = await open();
    if (worst === undefined) throw new Error("expected a gate on this sheet");
    const result = { condition: Object.keys(worst.conditions)[0] ?? "" };
    await session.dispatch({ act: "found", check: worst, result, sets: [] }, "Corrected");
    const before = session.snapshot().state.events.length;
    const back = { act: "fine", checks: [worst], sets: [] } as const;
    expect(await session.dispatch(back, "Corrected")).toBe("needs_reason");
    expect(session.snapshot().state.events.length).toBe(before);
    expect(await session.dispatch({ ...back, because: "Wrong row" }, "Corrected")).toBe("kept");
    expect(session.snapshot().state.events.at(-1)).toMatchObject({ supersedes: { reason: "Wrong row" } });
  });

  it("reads what came into the ledger while the walk was first planned", async () => {
    const data = walkOf(sheet, { id: randomUUID() });
    const read: string[] = [];
    const head = { position: data.head.position + 4, headHash: "b".repeat(64) };
    vi.stubGlobal("fetch", async (path: string) => {
      read.push(path.split("/").at(-1)?.split("?")[0] ?? "");
      if (path.includes("/facts?")) {
        const facts = { ...data.facts, holds: ["T-0009"] };
        return Response.json({ sealed: false, facts, head, people: data.people, events: [] });
      }
      return Response.json({ results: [{ index: 0, status: "accepted" }], tagsRaised: [], head });
    });
    const log = new InspectionLog(data.id, [], data.head, () => startMs, unsigned);
    await log.add([{ type: "changed", step: said.people(1) }]);
    const planner = new SlowPlanner(data);
    planner.slow = true;
    const session = new InspectionSession(data, log, planner, unsigned);
    opened.push(session);
    const opening = session.open();
    await vi.waitFor(() => expect(log.snapshot().behind).toBe(true));
    planner.slow = false;
    await planner.letGo(true);
    await opening;
    await vi.waitFor(() => expect(session.snapshot().held).toBe(true));
    expect(read).toContain("facts");
  });

  it("has what another tablet sent of the walk, once, and hears that it was signed there", async () => {
    const { session, data } = await open();
    const [check] = checks;
    await session.dispatch({ act: "fine", checks: [check ?? expect.fail()], sets: [] }, "Corrected");
    const bram = { id: "p-2", name: "T. Bram" };
    const theirs = {
      ...(session.snapshot().state.events[0] ?? expect.fail()),
      ...{ id: randomUUID(), deviceId: "theirs", seq: 4, by: bram.id, check: worst?.key },
    };
    const asked: URLSearchParams[] = [];
    let answer: object = { sealed: false, events: [theirs], people: [...data.people, bram] };
    vi.stubGlobal("fetch", async (path: string) => {
      if (!path.includes("/facts?")) throw new TypeError("no signal");
      asked.push(new URL(path, "http://x").searchParams);
      return Response.json({ facts: data.facts, head: data.head, ...answer });
    });
    await session.readFacts();
    await session.readFacts();
    const { state, people, reduction } = session.snapshot();
    expect(state.events.map(({ id }) => id)).toEqual(expect.arrayContaining([theirs.id]));
    expect(state.events).toHaveLength(2);
    expect(people).toEqual([...data.people, bram]);
    expect(reduction.given.get(worst?.key ?? "")?.map(({ by }) => by)).toEqual(["p-2"]);
    expect(asked.at(-1)?.get("held")).toBe(JSON.stringify({ theirs: [4, 1] }));
    // Kept: a reload without a signal has it still.
    expect((await localStore().events.get(theirs.id))?.state).toBe("sent");
    answer = { sealed: true };
    await session.readFacts();
    expect(session.snapshot().signed).toBe(true);
  });

  it("leaves what it said is gone at its check, though it is open no more", async () => {
    const { session, data } = await open();
    const found = { check: worst?.key ?? "", condition: "scuffed", grade: "watch", place: false } as const;
    const matters = ["f-1", "f-2"].map((findingId) => ({
      ...{ ...found, findingId, foundBy: "T. Bram", foundAtMs: 0 },
    }));
    let stands: readonly object[] = matters;
    vi.stubGlobal("fetch", async (path: string) => {
      if (!path.includes("/facts?")) throw new TypeError("no signal");
      const facts = { ...data.facts, matters: stands };
      return Response.json({ sealed: false, facts, head: data.head, people: data.people, events: [] });
    });
    await session.readFacts();
    const gone = {
      act: "matter",
      check: found.check,
      finding: "f-1",
      says: "gone",
      reason: "Painted",
    } as const;
    await session.dispatch(gone, "Corrected");
    await settled();
    stands = [];
    await session.readFacts();
    await session.readFacts();
    expect(session.snapshot().facts.matters.map(({ findingId }) => findingId)).toEqual(["f-1"]);
  });

  it("has a picture sent only once the answer that names it is given", async () => {
    const { session, data } = await open();
    if (worst === undefined) throw new Error("expected a gate on this sheet");
    const hash = "c".repeat(64);
    const bytes = new Blob(["x"]);
    await localStore().pictures.add({ inspectionId: data.id, hash, bytes, sent: 0, state: "draft" });
    const state = async () => (await localStore().pictures.get([data.id, hash]))?.state;
    await session.dispatch({ act: "fine", checks: [worst], sets: [] }, "Corrected");
    expect(await state()).toBe("draft");
    const result = { condition: Object.keys(worst.conditions)[0] ?? "", pictures: [hash] };
    expect(await session.dispatch({ act: "found", check: worst, result, sets: [] }, "Corrected")).toBe(
      "kept",
    );
    expect(await state()).toBe("to_send");
    expect(session.snapshot().state.events.at(-1)).toMatchObject({ result: { pictures: [hash] } });
  });
});
