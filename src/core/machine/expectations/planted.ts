import { demoSheets } from "@/demo/sheets/demo-sheets";
import { buildMachine, failingParts } from "../machine";
import { byHand } from "./by-hand";
import { seen } from "./read";

/**
 * Plants every way of failing of every component of the machines with lines in turn, and names those that no line
 * written for a sound machine notices: a fault nobody could see.
 */
export function unnoticed(): readonly string[] {
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
        if (lines.some(([, done, given, wanted]) => seen(machine, done, given) !== wanted)) noticed.add(name);
      }
    }
  }
  return [...planted, ...others(planted)].filter((name) => !noticed.has(name)).sort();
}

/** What other machines have besides: switches, coils and buttons of the same kinds are taken as tried with them. */
function others(planted: ReadonlySet<string>): readonly string[] {
  const kindOf = (name: string) => name.replace(/(switch|coil|actuator|stop)\.\S+/, "$1");
  const kinds = new Set([...planted].map(kindOf));
  const names = Object.values(demoSheets).flatMap((sheet) =>
    failingParts(buildMachine(sheet)).flatMap(({ id, modes }) => modes.map((mode) => `${id} ${mode}`)),
  );
  return [...new Set(names)].filter((name) => !planted.has(name) && !kinds.has(kindOf(name)));
}
