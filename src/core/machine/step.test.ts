import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import type { State } from "../vocabulary/state/values";
import { bind, type Condition, evaluate } from "./condition";
import { buildMachine, readyState, stowedState } from "./machine";
import { ruleOuts } from "./rule-out";
import { step } from "./step";

const scissor = buildMachine(slabScissorSheet);
const boom = buildMachine(articulatingBoomSheet);

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
    const out = step(boom, struck.state, { do: "set", variable: "stop.ground", to: "out" }, 0);
    const reset = step(boom, out.state, { do: "wait" }, 8);
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
    const off: State = { ...readyState(boom, "ground"), engine: "off", "axis.main": 1 };
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
      { do: "set", variable: "incline", to: "beyond_trip" },
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
    const state = { load: "unknown", gate: "shut" } as const;
    const terms = { has: () => true, threshold: () => 0, raisingAxes: [], stops: [] };
    const truth = (condition: Condition) => evaluate(bind(condition, terms), state);
    const a: Condition = { is: ["load", "over"] };
    const b: Condition = { is: ["gate", "open"] };
    expect(truth({ all: [a, b] })).toEqual({ holds: false });
    expect(truth({ any: [a, b] })).toEqual({ depends: ["load"] });
    expect(truth({ any: [a, { not: b }] })).toEqual({ holds: true });
  });

  it("what a machine lacks is never anything, and never above anything", () => {
    const terms = { has: () => false, threshold: () => 0, raisingAxes: [], stops: [] };
    expect(evaluate(bind({ is: ["key", "off"] }, terms), {})).toEqual({ holds: false });
    expect(evaluate(bind({ not: { above: ["axis.jib", 0] } }, terms), {})).toEqual({ holds: true });
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
