import { join } from "node:path";
import { run, tail } from "./run.mjs";
import { during, say } from "./say.mjs";

const bin = (name, ...args) => [process.execPath, [join("node_modules", ...name.split("/")), ...args]];

const all = {
  "format and lint": bin(
    "@biomejs/biome/bin/biome",
    "check",
    "--error-on-warnings",
    "--max-diagnostics=20",
    ".",
  ),
  "import rules": bin("dependency-cruiser/bin/dependency-cruise.mjs", "src", "--output-type", "err"),
  types: bin("typescript/bin/tsc", "--noEmit"),
  "unit tests": bin("vitest/vitest.mjs", "run", "--project", "unit", "--project", "screens"),
};

/** Runs the named checks one after another; gives the names of those that failed, their output shown. */
export async function checks(names) {
  const failed = [];
  for (const name of names) {
    const [command, args] = all[name];
    const result = await during(`Checking ${name}`, () => run(command, args));
    if (result.code === 0) continue;
    failed.push(name);
    say(tail(result.out, 60));
  }
  return failed;
}
