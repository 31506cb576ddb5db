import { describe, expect, it } from "vitest";
import { randomMorning } from "@/demo/random-mornings";
import { changeBetween, plannedFrom, whatIsLeft } from "./changes";
import type { Morning } from "./morning";
import { paceOf, walkMin } from "./pace";
import { noPins, withPins } from "./pins";
import { planShift } from "./search";

const unit = (id: string, more: object = {}) => ({
  ...{ id, place: "yard", ready: false, assisted: false, failShare: 0, minutesBy: { ann: 20, ben: 20 } },
  ...more,
});
const person = (id: string, more: object = {}) => ({ id, place: "yard", fromMin: 0, untilMin: 300, ...more });
const morning: Morning = {
  nowMin: 0,
  endMin: 180,
  crews: [
    { id: "glaziers", startMin: 60, canUse: { b1: 0, b2: 0 } },
    { id: "arborists", startMin: 60, canUse: { b1: 0, b3: 50 } },
  ],
  units: [unit("b1"), unit("b2"), unit("b3")],
  jobs: [],
  people: [person("ann"), person("ben")],
  walkingMin: {},
  elsewhereMin: 3,
  assistants: 0,
};

describe("why a plan changed", () => {
  const before = planShift(morning);
  const from = plannedFrom(morning, before.timetable, noPins);
  const replanned = (changed: Partial<Morning>) => {
    const now = { ...morning, ...changed };
    const left = whatIsLeft(now, before.plan);
    const next = planShift(now, left);
    return changeBetween({ plan: before.plan, plannedFrom: from }, next.plan, now, noPins);
  };
  it("a unit that is tagged: who has another, and who inspects it", () => {
    const gone = before.plan.given["arborists"] ?? "";
    const told = replanned({ units: morning.units.filter(({ id }) => id !== gone) });
    expect(told.causes).toEqual([{ kind: "unit_out", about: gone }]);
    expect(told.effects).toContainEqual({ kind: "gets", crew: "arborists", unit: "b3", insteadOf: gone });
    expect(told.effects.filter(({ kind }) => kind === "does")).toHaveLength(1);
    // The glaziers keep theirs.
    expect(told.effects.some((effect) => "crew" in effect && effect.crew === "glaziers")).toBe(false);
  });
  it("somebody missing: who does their work", () => {
    const told = replanned({ people: [person("ben")] });
    expect(told.causes).toEqual([{ kind: "person_away", about: "ann" }]);
    expect(told.effects).toEqual([
      expect.objectContaining({ kind: "does", person: "ben", insteadOf: "ann" }),
    ]);
  });
  it("a walk that runs late, a need that has gone, one that is new; nothing where nothing happened", () => {
    const [work, doneMin] = Object.entries(from.doneMin)[0] ?? ["", 0];
    const late = replanned({
      people: [person("ann", { underWay: { workId: work, doneMin: doneMin + 7 } }), person("ben")],
    });
    expect(late.causes).toEqual([{ kind: "runs_late", about: work, minutes: 7 }]);
    expect(replanned({ crews: morning.crews.slice(1) }).causes).toEqual([
      { kind: "crew_gone", about: "glaziers" },
    ]);
    const lamp = { id: "lamp", startMin: 60, canUse: { b3: 0 } };
    const more = replanned({ crews: [...morning.crews, lamp] });
    expect(more.causes).toEqual([{ kind: "crew_new", about: "lamp" }]);
    expect(more.effects).toContainEqual({ kind: "gets", crew: "lamp", unit: "b3" });
    expect(replanned({})).toEqual({ causes: [], effects: [] });
    // A unit nobody had is no news, whether it goes or comes.
    expect(replanned({ units: [...morning.units, unit("b4")] }).causes).toEqual([]);
    const said = { ...noPins, units: { arborists: "b3" } };
    const pinned = planShift(withPins(morning, said), before.plan);
    expect(changeBetween({ plan: before.plan, plannedFrom: from }, pinned.plan, morning, said)).toMatchObject(
      {
        causes: [{ kind: "said" }],
      },
    );
  });
  it("what is left of a plan holds no work that is over, under way or for nobody", () => {
    const busy = randomMorning(5);
    const { plan } = planShift(busy);
    const first = busy.people.find(({ id }) => (plan.orders[id]?.length ?? 0) > 0);
    const work = plan.orders[first?.id ?? ""]?.[0] ?? "";
    const ready = {
      ...busy,
      units: busy.units.map((one) => (one.id === work ? { ...one, ready: true } : one)),
    };
    expect(Object.values(whatIsLeft(ready, plan).orders).flat()).not.toContain(work);
    expect(Object.values(whatIsLeft({ ...busy, crews: [], jobs: [] }, plan).orders).flat()).toEqual([]);
  });
});

describe("what a supervisor has said", () => {
  it("holds, and what it costs is the difference", () => {
    const pins = { ...noPins, units: { arborists: "b3" }, people: { b3: "ben" } };
    const { plan, timetable } = planShift(withPins(morning, pins));
    expect(plan.given["arborists"]).toBe("b3");
    expect(plan.orders["ben"]).toContain("b3");
    // Inspected in 20 minutes, 50 away: ten late, and an hour for being late at all.
    expect(timetable.cost.crewMin).toBe(60 + 10);
    const bad = planShift(withPins(morning, { ...noPins, units: { arborists: "b2" } }));
    // It cannot do their work: an hour for being late, two until the end.
    expect(bad.timetable.cost.crewMin).toBe(180);
    expect(
      planShift(withPins(morning, { ...noPins, cancelled: ["arborists"] })).plan.given,
    ).not.toHaveProperty("arborists");
  });
});

describe("somebody's pace", () => {
  it("is as planned with nothing to go by, follows what they took, and leaves out what nobody believes", () => {
    const walks = (tookMin: number, count: number) =>
      Array.from({ length: count }, () => ({ plannedMin: 20, tookMin }));
    expect(paceOf([])).toBe(1);
    expect(paceOf(walks(30, 40))).toBeCloseTo(1.45, 1);
    expect(paceOf(walks(30, 1))).toBeLessThan(1.1);
    // Filled in in three minutes; left over breakfast.
    expect(paceOf([...walks(3, 30), ...walks(90, 30)])).toBe(1);
  });
  it("makes a walk longer or shorter, and what is left of it less as it goes on", () => {
    expect(walkMin(20, 1.25)).toBe(25);
    expect(walkMin(20, 1.25, 60, 120)).toBe(13);
    expect(walkMin(20, 1, 120, 120)).toBe(1);
  });
});
