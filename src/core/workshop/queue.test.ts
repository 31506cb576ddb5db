import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Blocked, inWorkshopOrder, type Job, rankOf } from "./queue";

const now = Date.parse("2026-03-02T05:00:00Z");
const today = "2026-03-02";
const hour = 3_600_000;
const job = (id: string, more: Partial<Job> = {}): Job => ({
  ...{ id, unitId: id, kind: "tag", sinceMs: now - 24 * hour, blocks: [] },
  ...more,
});
const blocks = (hours: number, served: Blocked["served"] = "no") => [
  { crew: "glaziers", place: "Palm Court", startMs: now + hours * hour, served },
];
const ids = (jobs: readonly Job[]) => inWorkshopOrder(jobs, now, today).map(({ id }) => id);

describe("the order of a workshop", () => {
  it("is by what blocks whom: a crew without a unit, a date, a crew with another, then the oldest", () => {
    const jobs = [
      job("old", { sinceMs: now - 400 * hour }),
      job("older", { sinceMs: now - 500 * hour }),
      job("served", { blocks: blocks(1, "yes") }),
      job("later", { blocks: blocks(9, "not_planned") }),
      job("first", { blocks: blocks(1) }),
      job("due", { kind: "finding", repairByMs: now + 48 * hour }),
      job("far", { kind: "finding", repairByMs: now + 1000 * hour, sinceMs: now - 600 * hour }),
    ];
    expect(ids(jobs)).toEqual(["first", "later", "due", "served", "far", "older", "old"]);
  });

  it("puts what waits for a part behind, until the day it is due", () => {
    const awaits = (dueOn: string) => ({ part: "hose", supplier: "stores", dueOn });
    const waiting = job("waiting", { blocks: blocks(1), awaits: awaits("2026-03-03") });
    expect(ids([waiting, job("other")])).toEqual(["other", "waiting"]);
    expect(ids([{ ...waiting, awaits: awaits(today) }, job("other")])).toEqual(["waiting", "other"]);
  });

  it("keeps the jobs of a unit together, where the most pressing of them stands", () => {
    const jobs = [
      job("a1", { unitId: "a", sinceMs: now - 900 * hour }),
      job("b", { blocks: blocks(3, "yes") }),
      job("a2", { unitId: "a", blocks: blocks(1) }),
    ];
    expect(ids(jobs)).toEqual(["a2", "a1", "b"]);
  });

  it("loses no job, takes none twice, and is the same in whatever order they came", () => {
    const any = fc.record({
      unitId: fc.constantFrom("a", "b", "c"),
      kind: fc.constantFrom<Job["kind"]>("tag", "finding"),
      sinceMs: fc.integer({ min: 0, max: 5 }).map((d) => now - d * hour),
      repairByMs: fc.option(
        fc.integer({ min: -9, max: 400 }).map((h) => now + h * hour),
        { nil: undefined },
      ),
      blocks: fc.array(
        fc.record({
          ...{ crew: fc.constant("c"), place: fc.constant("p") },
          ...{
            startMs: fc.integer({ min: 0, max: 9 }).map((h) => now + h * hour),
            served: fc.constantFrom<Blocked["served"]>("yes", "no", "not_planned"),
          },
        }),
        { maxLength: 2 },
      ),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 8 }), fc.integer(), (raw, seed) => {
        const jobs = raw.map((one, i) => ({ ...one, id: `${i}` }));
        const shuffled = [...jobs].sort(
          (a, b) => ((Number(a.id) * 7919 + seed) % 13) - ((Number(b.id) * 7919 + seed) % 13),
        );
        expect(ids(shuffled)).toEqual(ids(jobs));
        expect([...ids(jobs)].sort()).toEqual(jobs.map(({ id }) => id).sort());
        const [first] = inWorkshopOrder(jobs, now, today);
        const pressing = jobs.some((one) => rankOf(one, now) === "crew_without");
        if (pressing) expect(first && rankOf(first, now)).toBe("crew_without");
      }),
    );
  });
});
