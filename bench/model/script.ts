import type { Action } from "../../src/core/machine/action";
import type { Machine } from "../../src/core/machine/machine";
import { buildMachine, readyState } from "../../src/core/machine/machine";
import { step } from "../../src/core/machine/step";
import type { Sheet } from "../../src/core/sheet/sheet";

/**
 * What a search or a diagnosis does all day: at each station hold the enable, try every function both ways on
 * main and on auxiliary power, strike and reset the stop, wait. One pass over the list is one round.
 */
export function roundOf(machine: Machine): readonly (readonly [Action, number])[] {
  return machine.stations.flatMap((station) => {
    const moves = [...machine.movements.values()].filter((m) => m.station === station);
    return [
      [{ do: "set", variable: "key", to: station === "platform" ? "platform" : "ground" }, 0] as const,
      [{ do: "wait" }, 10] as const,
      [{ do: "hold_enable", station }, 0.2] as const,
      ...moves.flatMap((m) => [
        [{ do: "operate", station, function: m.fn.id, direction: m.direction }, 0.5] as const,
        [{ do: "release_function", station }, 0.1] as const,
      ]),
      [{ do: "release_enable", station }, 0.1] as const,
      ...moves
        .filter((m) => m.fn.auxiliary)
        .map(
          (m) =>
            [
              { do: "operate", station, function: m.fn.id, direction: m.direction, source: "auxiliary" },
              0.5,
            ] as const,
        ),
      [{ do: "release_function", station }, 0.1] as const,
      [{ do: "set", variable: "stop.ground", to: "in" }, 0] as const,
      [{ do: "set", variable: "stop.ground", to: "out" }, 0] as const,
      [{ do: "crank" }, 15] as const,
    ];
  });
}

/** Steps a second over `seconds` of running rounds on the sheet's machine, after a warm-up of a quarter of that. */
export function stepsPerSecond(sheet: Sheet, seconds: number, now: () => number): number {
  const machine = buildMachine(sheet);
  const round = roundOf(machine);
  const start = readyState(machine, "ground", "boom");
  const run = (ms: number) => {
    const from = now();
    let steps = 0;
    let state = start;
    while (now() - from < ms) {
      for (const [action, elapsedS] of round) state = step(machine, state, action, elapsedS).state;
      steps += round.length;
      if (steps % (round.length * 50) === 0) state = start;
    }
    return (steps * 1000) / (now() - from);
  };
  run(seconds * 250);
  return Math.round(run(seconds * 1000));
}
