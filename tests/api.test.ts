import { describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { expectStep, gradeOf, listSheets, wholeCatalogue } from "@/server/api/answers";
import { makeKey, revokeKey, siteOfKey } from "@/server/api/keys";
import { openApi } from "@/server/api/openapi";
import { type PlanWords, planAnswer, planCheckAnswer } from "@/server/api/plans";
import { planProveAnswer } from "@/server/api/proofs";
import {
  catalogueResponse,
  expectRequest,
  expectResponse,
  gradeRequest,
  gradeResponse,
  planCheckRequest,
  planProveRequest,
  planProveResponse,
  planRequest,
  planResponse,
  sheetsResponse,
} from "@/server/api/schemas";
import { at, yardForFile } from "./database";

const yard = yardForFile();
const bearer = (key: string) => new Headers({ authorization: `Bearer ${key}` });
const ask = (body: unknown) => expectStep(yard.db, expectRequest.parse(body));

describe("keys of the API", () => {
  it("open their own site, are kept as a hash only, and close when revoked", async () => {
    const { id, key } = await makeKey(yard.db, "yard", "office", yard.people.owner, at(0));
    expect(await siteOfKey(yard.db, bearer(key), at(1))).toBe("yard");
    const row = await yard.db.selectFrom("apiKey").selectAll().where("id", "=", id).executeTakeFirstOrThrow();
    expect(JSON.stringify(row)).not.toContain(key);
    await revokeKey(yard.db, "yard", id, at(2));
    await expect(siteOfKey(yard.db, bearer(key), at(3))).rejects.toMatchObject({
      status: 401,
      type: "wrong-key",
    });
    await expect(siteOfKey(yard.db, new Headers(), at(3))).rejects.toMatchObject({ status: 401 });
    await expect(revokeKey(yard.db, "elsewhere", id, at(4))).rejects.toMatchObject({ status: 404 });
  });
});

describe("POST /api/v1/expect", () => {
  it("answers what must be seen, by sheet id and by sheet alike, in the form it documents", async () => {
    const body = {
      from: "ready_ground",
      state: { "axis.lift": 0.5, "enable.ground": "held" },
      action: { do: "operate", station: "ground", function: "lift", direction: "up", elapsedS: 2 },
    };
    const byId = await ask({ sheetId: "sheet-S-1", ...body });
    expect(byId).toEqual(await ask({ sheet: slabScissorSheet, ...body }));
    expect(byId.acceptable).toEqual([{ see: "moves", function: "lift", direction: "up", band: "full" }]);
    expect(expectResponse.parse(byId)).toEqual(byId);
    expect(byId.state["axis.lift"]).toBeCloseTo(0.5 + 2 / 28, 5);
  });

  it("says which interlock holds back and why, and what an unknown would decide", async () => {
    const held = await ask({
      sheetId: "sheet-S-1",
      from: "ready_ground",
      state: { "axis.lift": 0.5, "enable.ground": "held", "valve.descent": "open", load: "unknown" },
      action: { do: "operate", station: "ground", function: "lift", direction: "up" },
      elapsedS: 1,
    });
    expect(held.acceptable).toEqual([{ see: "stays", function: "lift" }]);
    expect(held.blockedBy).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          interlock: "descent_valve_open",
          why: "The descent valve is open",
          depends: [],
        }),
        expect.objectContaining({ interlock: "overload", depends: ["load"] }),
      ]),
    );
  });

  it("names every wrong variable and word by path, and what the machine has", async () => {
    const wrong = ask({
      sheetId: "sheet-S-1",
      state: { "axis.jib": 1, key: "sideways", prop: "set" },
      action: { do: "wait" },
    });
    await expect(wrong).rejects.toMatchObject({
      status: 400,
      more: { errors: [{ path: "state.axis.jib" }, { path: "state.key" }] },
    });
    await expect(ask({ sheetId: "nowhere", action: { do: "wait" } })).rejects.toMatchObject({ status: 404 });
    await expect(ask({ action: { do: "wait" } })).rejects.toMatchObject({ status: 400 });
    const noFunction = { do: "operate", station: "ground", function: "jib", direction: "up" };
    await expect(ask({ sheetId: "sheet-S-1", action: noFunction })).rejects.toThrow(/no function jib up/);
    await expect(ask({ sheetId: "sheet-S-1", action: { do: "fly" } })).rejects.toMatchObject({ status: 400 });
    const ago = { do: "wait", elapsedS: -1 };
    await expect(ask({ sheetId: "sheet-S-1", action: ago })).rejects.toThrow(/0 to 86400/);
  });
});

describe("POST /api/v1/expect, faults and harm", () => {
  const aloft = { "axis.lift": 0.6, who: "platform" };
  const wait = { do: "wait", elapsedS: 3 };
  const slab = (more: object) => ask({ sheetId: "sheet-S-1", from: "ready_platform", action: wait, ...more });

  it("says what happens by itself, whom it would hurt, and what would bring the platform down", async () => {
    const leaking = await slab({
      state: aloft,
      faults: [{ component: "actuator.lift", mode: "leaking" }],
    });
    expect(expectResponse.parse(leaking)).toEqual(leaking);
    expect(leaking.besides).toEqual([{ see: "sinks", axis: "axis.lift" }]);
    expect(leaking.harm).toEqual([{ harm: "drops", who: "aboard" }]);
    expect(leaking.waysDown).toEqual([
      { by: "platform", power: "main" },
      { by: "way.descent", power: "none" },
    ]);
    const under = await slab({
      state: { ...aloft, near: "beneath", "enable.platform": "held" },
      action: { do: "operate", station: "platform", function: "lift", direction: "down", elapsedS: 1 },
    });
    expect(under.forbidden.map(({ rule }) => rule)).toEqual(["somebody_in_the_way"]);
    const stranded = await slab({
      state: aloft,
      faults: [
        { component: "supply", mode: "dead" },
        { component: "way.descent", mode: "dead" },
      ],
    });
    expect(stranded.waysDown).toEqual([]);
  });

  it("reads the names and words of its first form", async () => {
    const now = await slab({ state: { ...aloft, incline: "beyond_trip" } });
    expect(await slab({ state: { ...aloft, tilt: "beyond_trip" } })).toEqual(now);
    expect(now.harm).toEqual([{ harm: "tips", who: "aboard" }]);
    const set = await slab({ state: aloft, action: { do: "set", variable: "tilt", to: "beyond_trip" } });
    expect(set.state["incline"]).toBe("beyond_trip");
  });

  it("refuses an amount beyond its range, a component the machine lacks and a way it does not fail", async () => {
    await expect(slab({ state: { "axis.lift": 1.4, selfCheckLeftS: -1 } })).rejects.toMatchObject({
      more: { errors: [{ path: "state.axis.lift" }, { path: "state.selfCheckLeftS" }] },
    });
    await expect(slab({ action: { do: "set", variable: "gate", to: "ajar" } })).rejects.toThrow(
      /action\.gate: expected shut, open or unknown, got "ajar"/,
    );
    await expect(slab({ faults: [{ component: "pump.jib", mode: "dead" }] })).rejects.toThrow(
      /faults\.0: this machine has no component pump\.jib; it has supply/,
    );
    await expect(slab({ faults: [{ component: "supply", mode: "leaking" }] })).rejects.toThrow(
      /supply fails as dead, intermittent, not leaking/,
    );
  });
});

describe("POST /api/v1/grade", () => {
  const grade = (body: unknown) => gradeResponse.parse(gradeOf(gradeRequest.parse(body)));

  it("follows the three grading policies, and the floor over all of them", () => {
    const scuffed = { part: "rails", condition: "scuffed" };
    expect(grade({ ...scuffed, policy: "graded" })).toMatchObject({ grade: "watch", floor: false });
    expect(grade({ ...scuffed, policy: "strict" })).toMatchObject({
      grade: "tag_out",
      rule: "strict.any_damage",
    });
    // What the catalogue does not name is on the floor by what its part does.
    expect(grade({ part: "leg_feet", condition: "cracked", policy: "graded" })).toMatchObject({
      grade: "tag_out",
      floor: true,
    });
    for (const policy of ["graded", "strict", "log_book"]) {
      expect(grade({ part: "hoses", condition: "reinforcement_showing", policy })).toMatchObject({
        grade: "tag_out",
        floor: true,
        rule: "floor.hose_reinforcement",
      });
    }
  });

  it("weighs extent, growth and repeated top-ups", () => {
    const stopping = { part: "drive.stopping", condition: "too_long", policy: "graded" };
    expect(grade({ ...stopping, extent: { value: 0.5, limit: 0.6 } })).toMatchObject({ grade: "fine" });
    expect(grade({ ...stopping, extent: { value: 0.7, limit: 0.6 } })).toMatchObject({ grade: "tag_out" });
    const scuffed = { part: "rails", condition: "scuffed", policy: "graded", context: { grown: true } };
    expect(grade(scuffed)).toMatchObject({ grade: "repair_by", rule: "grown.since_last" });
    const oil = { part: "hydraulic_tank", condition: "below_limit", policy: "graded" };
    expect(grade({ ...oil, context: { putRight: "top_up_oil" } })).toMatchObject({ grade: "put_right" });
    expect(grade({ ...oil, context: { putRight: "top_up_oil", earlierTopUps: 2 } })).toMatchObject({
      grade: "repair_by",
      rule: "upkeep.repeated",
    });
  });

  it("refuses a part or condition that is not there, naming those that are", () => {
    expect(() => grade({ part: "wings", condition: "bent", policy: "graded" })).toThrow(/got wings/);
    expect(() => grade({ part: "rails", condition: "melted", policy: "graded" })).toThrow(/scuffed/);
  });
});

describe("what the API tells of itself", () => {
  it("sheets and catalogue come in the form the OpenAPI document gives", async () => {
    const { sheets } = sheetsResponse.parse(await listSheets(yard.db));
    expect(sheets.map((s) => s.id).sort()).toEqual(["sheet-B-1", "sheet-S-1"]);
    const catalogue = catalogueResponse.parse(wholeCatalogue());
    expect(catalogue.checks.length).toBeGreaterThan(200);
    expect(catalogue.interlocks.filter((i) => i.words === "")).toEqual([]);
    const document = openApi("http://localhost");
    expect(Object.keys(document.paths)).toEqual([
      "/api/v1/sheets",
      "/api/v1/expect",
      "/api/v1/grade",
      "/api/v1/plan",
      "/api/v1/plan/check",
      "/api/v1/plan/prove",
      "/api/v1/catalogue",
    ]);
    const text = JSON.stringify(document);
    for (const [, name] of text.matchAll(/#\/components\/schemas\/(\w+)/g))
      expect(document.components.schemas).toHaveProperty(name ?? "");
  });
});

describe("POST /api/v1/plan", () => {
  const plain: PlanWords = {
    check: (check) => check.definition.id,
    change: (change) => `${change.variable}>${change.to}`,
    reason: (reason) => reason.why,
    touch: (touch) => touch.because,
  };
  const plan = (body: unknown) => planAnswer(yard.db, planRequest.parse(body), plain);
  const check = (body: unknown) => planCheckAnswer(yard.db, planCheckRequest.parse(body));

  it("plans with no more than a sheet, how it was found, the scope and the people, in the form it documents", async () => {
    const body = { sheet: slabScissorSheet, found: "stowed", scope: "full", people: 2 };
    const answer = await plan(body);
    expect(planResponse.parse(answer)).toEqual(answer);
    expect(answer).toEqual(await plan({ ...body, sheet: undefined, sheetId: "sheet-S-1" }));
    expect(answer.carry).toEqual(["ramp", "tape", "timber"]);
    expect(answer.incomplete).toEqual([]);
    expect(answer.gap).toBeCloseTo((answer.cost.minutes - answer.lowerBound) / answer.cost.minutes, 9);
    const sum = answer.steps.reduce((total, step) => total + step.minutes, 0);
    expect(answer.cost.minutes).toBeGreaterThan(sum);
    const up = answer.steps.find((step) => step.checkId?.startsWith("move.ground.lift.up"));
    expect(up).toMatchObject({ station: "ground", expected: "must_move", part: "ground_switch" });
    expect(await check({ ...body, steps: answer.steps })).toEqual({ violations: [] });
  });

  it("finds what a step left out of it breaks, and names step and rule", async () => {
    const body = { sheetId: "sheet-S-1" };
    const { steps } = await plan(body);
    const noProp = steps.filter((step) => step.leaves["prop"] !== "set");
    const { violations } = await check({ ...body, steps: noProp });
    expect(violations.map((v) => v.rule)).toContain("arm_under_platform");
    const missing = steps.filter((step) => !step.checkId?.startsWith("wheel.nuts@wheel_rear_left"));
    expect((await check({ ...body, steps: missing })).violations).toEqual([
      { rule: "missing", step: "", why: expect.stringContaining("wheel.nuts@wheel_rear_left") },
    ]);
  });

  it("says what cannot be checked with what is at hand, and why each check of a re-test is in it", async () => {
    const alone = await plan({ sheetId: "sheet-S-1", people: 1, equipment: ["tape", "timber"] });
    expect(alone.incomplete).toContainEqual({
      checkId: expect.stringContaining("tilt.alarm"),
      title: "tilt.alarm",
      why: "not_at_hand",
    });
    const retest = await plan({
      sheetId: "sheet-S-1",
      scope: { kind: "retest", parts: ["lift_cylinder"], disturbed: ["tilt_sensor"] },
    });
    const why = new Set(retest.steps.flatMap((step) => step.why ?? []));
    expect([...why].sort()).toEqual(["always", "depends_on", "looks_at"]);
  });

  it.each([
    ["a way it cannot be found", { sheetId: "sheet-S-1", found: "hitched" }, /cannot be found hitched/],
    [
      "a variable it does not have",
      { sheetId: "sheet-S-1", found: { axles: "in" } },
      /found.axles: this machine has no axles/,
    ],
    [
      "a word a variable cannot hold",
      { sheetId: "sheet-S-1", found: { key: "sideways" } },
      /found.key: expected off, ground, platform/,
    ],
    [
      "equipment nobody asks for",
      { sheetId: "sheet-S-1", equipment: ["crane"] },
      /equipment: expected any of/,
    ],
    ["a re-test of nothing", { sheetId: "sheet-S-1", scope: { kind: "retest" } }, /re-test of nothing/],
    ["neither sheet nor id", {}, /either `sheetId` or `sheet`/],
  ])("refuses %s with what it expected", async (_what, body, message) => {
    await expect(plan(body)).rejects.toThrow(message);
  });

  it("says of each step what is done and proven, and of the whole what it leaves unproven", async () => {
    const body = { sheet: slabScissorSheet, found: "stowed", scope: "full", people: 2, ending: "parked" };
    const answer = await plan(body);
    const stop = answer.steps.find((step) => step.checkId?.startsWith("ground.stop_button"));
    expect(stop?.proves).toContainEqual({ component: "stop.ground", mode: "dead" });
    expect(stop?.acts[0]?.deeds[0]).toMatchObject({
      action: { do: "set", variable: "stop.ground", to: "in" },
    });
    expect(stop?.state).toMatchObject({ key: "ground", "stop.ground": "out" });

    const prove = async (asked: unknown) => {
      const proof = await planProveAnswer(yard.db, planProveRequest.parse(asked));
      expect(planProveResponse.parse(proof)).toEqual(proof);
      return proof;
    };
    const whole = await prove(body);
    expect(whole).toMatchObject({
      wrong: [],
      masked: [],
      unproven: [],
      hazards: [],
      noWayHome: [],
      open: [],
    });
    expect(whole.seen).toBe(whole.visible);

    const steps = answer.steps.filter((step) => step.checkId?.startsWith("ground.disconnect") !== true);
    expect((await prove({ ...body, steps })).unproven).toEqual([
      { component: "sensor.disconnect_off", mode: "dead" },
    ]);
    await expect(prove({ ...body, steps: [{ id: "x", kind: "check", checkId: "wings" }] })).rejects.toThrow(
      /expected a check of this sheet, got wings/,
    );
  });
});
