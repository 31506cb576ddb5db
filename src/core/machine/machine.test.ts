import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { articulatingBoomSheet, slabScissorSheet } from "../sheet/demo-sheets";
import { evaluate } from "./condition";
import { expectedOf, type TestSetting } from "./expect";
import { buildMachine, readyState, stowedState } from "./machine";
import { ruleOuts } from "./rule-out";
import { step } from "./step";

const scissor = buildMachine(slabScissorSheet);
const boom = buildMachine(articulatingBoomSheet);

const at = (
  station: "ground" | "platform",
  fn: string,
  direction: string,
  enable: TestSetting["enable"],
  given?: TestSetting["given"],
  source?: "auxiliary",
): TestSetting => ({ station, function: fn, direction, enable, given, source });

/**
 * Independent expectations, written by hand from the field's practice and not from the model. They disagree
 * loudly when an interlock is dropped.
 */
const byHand: readonly [string, typeof scissor, TestSetting, string][] = [
  [
    "scissor rises from the ground with its enable held",
    scissor,
    at("ground", "lift", "up", "held"),
    "must_move",
  ],
  ["scissor stays without the enable", scissor, at("ground", "lift", "up", "not_held"), "must_stay"],
  ["scissor stops when the enable is let go", scissor, at("ground", "lift", "down", "let_go"), "must_stop"],
  [
    "scissor will not rise with the descent valve open",
    scissor,
    at("ground", "lift", "up", "held", { "valve.descent": "open" }),
    "must_stay",
  ],
  [
    "scissor still lowers with the descent valve open",
    scissor,
    at("ground", "lift", "down", "held", { "valve.descent": "open" }),
    "must_move",
  ],
  [
    "scissor will not lower onto a set prop under power",
    scissor,
    at("ground", "lift", "down", "held", { prop: "set" }),
    "must_stay",
  ],
  [
    "scissor with a low battery will not rise",
    scissor,
    at("platform", "lift", "up", "held", { battery: "low" }),
    "must_stay",
  ],
  [
    "scissor with a low battery still lowers",
    scissor,
    at("platform", "lift", "down", "held", { battery: "low" }),
    "must_move",
  ],
  [
    "scissor raised and tilted refuses to rise",
    scissor,
    at("platform", "lift", "up", "held", { tilt: "beyond_trip", tiltTripped: "yes" }),
    "must_stay",
  ],
  [
    "scissor raised and tilted still lowers",
    scissor,
    at("platform", "lift", "down", "held", { tilt: "beyond_trip", tiltTripped: "yes" }),
    "must_move",
  ],
  [
    "scissor lowered on the same slope drives",
    scissor,
    at("platform", "drive", "forward", "held", { tilt: "beyond_trip", tiltTripped: "yes", "axis.lift": 0 }),
    "must_move",
  ],
  [
    "scissor with a blocked guard will not drive raised",
    scissor,
    at("platform", "drive", "forward", "held", { "axis.lift": 0.4, "guard.left": "blocked" }),
    "must_stay",
  ],
  [
    "scissor with the other guard blocked will not drive raised",
    scissor,
    at("platform", "drive", "reverse", "held", { "axis.lift": 0.4, "guard.right": "blocked" }),
    "must_stay",
  ],
  [
    "scissor with a blocked guard drives lowered",
    scissor,
    at("platform", "drive", "forward", "held", { "guard.left": "blocked" }),
    "must_move",
  ],
  [
    "scissor drives slowly when raised",
    scissor,
    at("platform", "drive", "forward", "held", { "axis.lift": 0.4 }),
    "must_move_slowly",
  ],
  [
    "scissor lift refuses while drive is selected",
    scissor,
    at("platform", "lift", "up", "held", { selector: "drive" }),
    "must_stay",
  ],
  [
    "scissor drive refuses while lift is selected",
    scissor,
    at("platform", "drive", "forward", "held", { selector: "lift" }),
    "must_stay",
  ],
  [
    "scissor overloaded refuses to rise",
    scissor,
    at("platform", "lift", "up", "held", { load: "over" }),
    "must_stay",
  ],
  [
    "scissor enable held past its time-out moves nothing",
    scissor,
    at("platform", "lift", "up", "held_too_long"),
    "must_stay",
  ],
  [
    "scissor with a released brake will not drive",
    scissor,
    at("platform", "drive", "forward", "held", { "valve.brake_release": "open" }),
    "must_stay",
  ],
  [
    "scissor with the platform stop in is dead at the ground",
    scissor,
    at("ground", "lift", "up", "held", { "stop.platform": "in" }),
    "must_stay",
  ],
  [
    "scissor key in the middle kills the ground",
    scissor,
    at("ground", "lift", "up", "held", { key: "off" }),
    "must_stay",
  ],
  [
    "scissor key at the ground kills the platform",
    scissor,
    at("platform", "lift", "up", "held", { key: "ground" }),
    "must_stay",
  ],
  ["boom swings with enable and lock pin out", boom, at("ground", "swing", "left", "held"), "must_move"],
  [
    "boom will not swing with its lock pin in",
    boom,
    at("ground", "swing", "left", "held", { turntableLock: "in" }),
    "must_stay",
  ],
  [
    "boom tower moves with its lock pin in",
    boom,
    at("ground", "tower", "up", "held", { turntableLock: "in" }),
    "must_move",
  ],
  [
    "boom without its engine is dead on main power",
    boom,
    at("ground", "main", "up", "held", { engine: "off" }),
    "must_stay",
  ],
  [
    "boom without its engine moves on auxiliary",
    boom,
    at("ground", "main", "down", "not_held", {}, "auxiliary"),
    "must_move_slowly",
  ],
  [
    "boom on auxiliary with the stop in stays",
    boom,
    at("ground", "main", "down", "not_held", { "stop.ground": "in" }, "auxiliary"),
    "must_stay",
  ],
  [
    "boom does not drive on auxiliary",
    boom,
    at("platform", "drive", "forward", "held", {}, "auxiliary"),
    "must_stay",
  ],
  ["boom pedal let go mid-motion stops it", boom, at("platform", "telescope", "out", "let_go"), "must_stop"],
  ["boom pedal not pressed moves nothing", boom, at("platform", "jib", "up", "not_held"), "must_stay"],
  [
    "boom pedal held past its time-out moves nothing",
    boom,
    at("platform", "main", "up", "held_too_long"),
    "must_stay",
  ],
  [
    "boom swung past the rear refuses to drive unconfirmed",
    boom,
    at("platform", "drive", "forward", "held", { swung: "past_rear" }),
    "must_stay",
  ],
  [
    "boom swung past the rear drives once confirmed",
    boom,
    at("platform", "drive", "forward", "held", {
      swung: "past_rear",
      directionConfirmed: "yes",
      directionLeftS: 3,
    }),
    "must_move",
  ],
  [
    "boom drives slowly with its tower up",
    boom,
    at("platform", "drive", "reverse", "held", { "axis.tower": 0.6 }),
    "must_move_slowly",
  ],
  [
    "boom with its crush guard pressed is dead aloft",
    boom,
    at("platform", "main", "up", "held", { crushGuard: "pressed" }),
    "must_stay",
  ],
  [
    "boom crush guard protects nobody from the ground",
    boom,
    at("ground", "main", "up", "held", { crushGuard: "pressed" }),
    "must_move",
  ],
  [
    "boom with an open freewheel valve will not drive",
    boom,
    at("platform", "drive", "forward", "held", { "valve.freewheel": "open" }),
    "must_stay",
  ],
  [
    "boom gate unknown and no gate interlock moves",
    boom,
    at("platform", "main", "up", "held", { gate: "unknown" }),
    "must_move",
  ],
  [
    "boom overload unknown leaves it open",
    boom,
    at("platform", "main", "up", "held", { load: "unknown" }),
    "either",
  ],
  [
    "boom with the disconnect off is dead",
    boom,
    at("ground", "swing", "right", "held", { disconnect: "off" }),
    "must_stay",
  ],
  [
    "boom during its self-check is dead",
    boom,
    at("ground", "swing", "right", "held", { selfCheckLeftS: 3 }),
    "must_stay",
  ],
];

describe("independent expectations", () => {
  for (const [words, machine, setting, expected] of byHand) {
    it(words, () => expect(expectedOf(machine, setting)).toBe(expected));
  }

  it("a tower telescope refuses until the tower is fully up, and the tower refuses to come down with it out", () => {
    const sheet = {
      ...articulatingBoomSheet,
      features: { ...articulatingBoomSheet.features, tower_telescope: { fit: "fitted" as const } },
    };
    const machine = buildMachine(sheet);
    const out = at("ground", "tower_telescope", "out", "held", { "axis.tower": 0.5 });
    expect(expectedOf(machine, out)).toBe("must_stay");
    expect(expectedOf(machine, { ...out, given: { "axis.tower": 1 } })).toBe("must_move");
    expect(
      expectedOf(
        machine,
        at("ground", "tower", "down", "held", { "axis.tower": 1, "axis.tower_telescope": 0.5 }),
      ),
    ).toBe("must_stay");
  });
});

describe("step", () => {
  it("a function chosen before the pedal stays locked until both are released", () => {
    const chosen = step(
      boom,
      readyState(boom, "platform"),
      { do: "operate", station: "platform", function: "main", direction: "up" },
      1,
    );
    const pressed = step(boom, chosen.state, { do: "hold_enable", station: "platform" }, 0.5);
    const again = { do: "operate", station: "platform", function: "main", direction: "up" } as const;
    expect(step(boom, pressed.state, again, 1).blockedBy.map((b) => b.interlock)).toContain(
      "function_before_enable",
    );
    const letGo = step(
      boom,
      step(boom, pressed.state, { do: "release_enable", station: "platform" }, 0).state,
      { do: "release_function", station: "platform" },
      0,
    );
    const afresh = step(boom, letGo.state, { do: "hold_enable", station: "platform" }, 0.2);
    expect(step(boom, afresh.state, again, 1).acceptable[0]?.see).toBe("moves");
  });

  it("the stop button stops motion and engine, and the engine cranks again only after reset", () => {
    const held = step(boom, readyState(boom, "ground"), { do: "hold_enable", station: "ground" }, 0);
    const moving = step(
      boom,
      held.state,
      { do: "operate", station: "ground", function: "main", direction: "up" },
      5,
    );
    const struck = step(boom, moving.state, { do: "set", variable: "stop.ground", to: "in" }, 0);
    expect(struck.acceptable.map((o) => o.see)).toEqual(expect.arrayContaining(["stops", "engine"]));
    expect(struck.state["engine"]).toBe("off");
    expect(step(boom, struck.state, { do: "crank" }, 1).acceptable).toEqual([
      { see: "engine", as: "refuses" },
    ]);
    const reset = step(boom, struck.state, { do: "set", variable: "stop.ground", to: "out" }, 0);
    expect(step(boom, reset.state, { do: "crank" }, 1).acceptable).toEqual([{ see: "engine", as: "runs" }]);
  });

  it("a pedal held while cranking refuses the start", () => {
    const down = step(
      boom,
      { ...readyState(boom, "platform"), engine: "off" },
      { do: "hold_enable", station: "platform" },
      0,
    );
    expect(step(boom, down.state, { do: "crank" }, 1).acceptable).toEqual([{ see: "engine", as: "refuses" }]);
  });

  it("the auxiliary pump stops answering past its longest run", () => {
    const off = { ...readyState(boom, "ground"), engine: "off", "axis.main": 1 };
    const aux = {
      do: "operate",
      station: "ground",
      function: "main",
      direction: "down",
      source: "auxiliary",
    } as const;
    const short = step(boom, off, aux, 19);
    expect(step(boom, short.state, aux, 0.5).acceptable[0]?.see).toBe("moves");
    const long = step(boom, short.state, aux, 1);
    expect(step(boom, long.state, aux, 1).blockedBy.map((b) => b.interlock)).toContain("auxiliary_spent");
  });

  it("tilt trips only after its delay, and the direction window closes by itself", () => {
    const tilted = step(
      scissor,
      readyState(scissor, "platform"),
      { do: "set", variable: "tilt", to: "beyond_trip" },
      0,
    );
    expect(step(scissor, tilted.state, { do: "wait" }, 1.9).state["tiltTripped"]).toBe("no");
    expect(step(scissor, tilted.state, { do: "wait" }, 2).state["tiltTripped"]).toBe("yes");
    const confirmed = step(boom, readyState(boom, "platform"), { do: "confirm_direction" }, 0);
    expect(step(boom, confirmed.state, { do: "wait" }, 2.9).state["directionConfirmed"]).toBe("yes");
    expect(step(boom, confirmed.state, { do: "wait" }, 3).state["directionConfirmed"]).toBe("no");
  });

  it("says what it expected for a function or control the machine does not have", () => {
    const ready = readyState(scissor, "ground");
    expect(() =>
      step(scissor, ready, { do: "operate", station: "ground", function: "jib", direction: "up" }, 1),
    ).toThrow(/no function jib up; it has lift/);
    expect(() => step(scissor, ready, { do: "set", variable: "stop.lead", to: "in" }, 0)).toThrow(
      /no stop.lead/,
    );
    expect(() => step(scissor, ready, { do: "wait" }, -1)).toThrow(/0 or more/);
  });

  it("from any shut-down state nothing moves, and an axis never leaves its travel", () => {
    const movement = fc.constantFrom(
      ...boom.functions.flatMap((f) => f.directions.map((d) => [f.id, d] as const)),
    );
    fc.assert(
      fc.property(
        movement,
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.boolean(),
        ([fn, direction], seconds, ready) => {
          const from = step(
            boom,
            ready ? readyState(boom, "platform") : stowedState(boom),
            { do: "hold_enable", station: "platform" },
            0,
          );
          const run = step(
            boom,
            from.state,
            { do: "operate", station: "platform", function: fn, direction },
            seconds,
          );
          if (!ready) expect(run.acceptable).toEqual([{ see: "stays", function: fn }]);
          for (const [id, value] of Object.entries(run.state)) {
            if (id.startsWith("axis.")) expect(Math.abs(Number(value))).toBeLessThanOrEqual(1);
          }
        },
      ),
    );
  });
});

describe("what cannot be known", () => {
  it("an unknown decides nothing unless the other side already does", () => {
    const state = { a: "unknown", b: "no" };
    const a = { is: ["a", "yes"] } as const;
    const b = { is: ["b", "yes"] } as const;
    expect(evaluate({ all: [a, b] }, state)).toEqual({ holds: false });
    expect(evaluate({ any: [a, b] }, state)).toEqual({ depends: ["a"] });
    expect(evaluate({ any: [a, { not: b }] }, state)).toEqual({ holds: true });
  });

  it("rules out only what this machine in this state can have", () => {
    const list = ruleOuts(boom, readyState(boom, "platform"), {
      station: "platform",
      function: "rotate",
      direction: "left",
    });
    expect(list).toEqual(
      expect.arrayContaining([
        "stop_button_in",
        "key_elsewhere",
        "enable_not_held",
        "enable_timed_out",
        "crush_guard_pressed",
      ]),
    );
    for (const foreign of [
      "descent_valve_open",
      "prop_set",
      "guards_not_locked",
      "lift_not_selected",
      "direction_not_confirmed",
    ]) {
      expect(list).not.toContain(foreign);
    }
    const lift = ruleOuts(scissor, readyState(scissor, "ground"), {
      station: "ground",
      function: "lift",
      direction: "up",
    });
    expect(lift).toEqual(expect.arrayContaining(["descent_valve_open", "battery_low"]));
    expect(lift).not.toContain("engine_not_running");
  });
});
