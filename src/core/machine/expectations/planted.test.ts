import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { buildMachine, failingParts } from "../machine";
import { byHand } from "./by-hand";
import { seen } from "./read";

/** Faults no line of practice could notice, each with why. */
const argued: Readonly<Record<string, string>> = {};

describe("planted faults", () => {
  it("are noticed by the lines written for a sound machine, or argued one by one", () => {
    const noticed = new Set<string>();
    const planted = new Set<string>();
    for (const id of new Set(byHand.map(([sheet]) => sheet))) {
      const lines = byHand.flatMap(([sheet, own]) =>
        sheet === id ? own.filter(([, done]) => !done.includes(", failing ")) : [],
      );
      for (const { id: component, modes } of failingParts(buildMachine(demoSheets[id]))) {
        for (const mode of modes) {
          const name = `${component} ${mode}`;
          planted.add(name);
          if (noticed.has(name)) continue;
          const machine = buildMachine(demoSheets[id], [{ component, mode }]);
          if (lines.some(([, done, given, wanted]) => seen(machine, done, given) !== wanted))
            noticed.add(name);
        }
      }
    }
    // Whatever other sheets have besides is a component of a kind that is tried: none slips in untried.
    const kinds = new Set([...planted].map((name) => name.replace(/(switch|coil|actuator|stop)\.\S+/, "$1")));
    const untried = Object.values(demoSheets).flatMap((sheet) =>
      failingParts(buildMachine(sheet)).flatMap(({ id: component, modes }) =>
        modes
          .map((mode) => `${component} ${mode}`.replace(/(switch|coil|actuator|stop)\.\S+/, "$1"))
          .filter((kind) => !kinds.has(kind)),
      ),
    );
    expect([...new Set(untried)]).toEqual([]);
    const unnoticed = [...planted].filter((name) => !noticed.has(name));
    expect(unnoticed.sort()).toEqual(Object.keys(argued).sort());
    expect(planted.size).toBeGreaterThan(300);
  });
});
