/**
 * `npm run test:long`: the model test over a great many random orders, with a seed of the day. What disagrees is kept
 * in `tests/trust/kept.json` and is run first of all from then on, here and in `npm test`.
 */
import { readFileSync, writeFileSync } from "node:fs";
import fc from "fast-check";
import { fillYard, type Yard } from "../database";
import { setup } from "../template";
import { agree } from "./agree";
import { commands } from "./commands";
import { type Command, furnishMast } from "./yard";

const keptPath = "tests/trust/kept.json";
const runs = Number(process.env["TRUST_RUNS"] ?? 100_000);
const seed = Number(process.env["TRUST_SEED"] ?? Math.floor(Date.now() / 86_400_000));
const kept = JSON.parse(readFileSync(keptPath, "utf8")) as Command[][];

await setup();
const yard = {} as Yard;
const close = await fillYard(yard);
const versionId = await furnishMast(yard);
let done = 0;
let usable = 0;
const from = Date.now();
const result = await fc.check(
  fc.asyncProperty(commands, async (list) => {
    usable += await agree(yard, versionId, list);
    done += 1;
    if (done % 1000 === 0) console.log(`${done} orders, ${Math.round((Date.now() - from) / 1000)} s`);
  }),
  { numRuns: runs, seed, examples: kept.map((list) => [list] as [readonly Command[]]) },
);
await close();
console.log(
  `seed ${seed}: ${done} orders, usable ${usable} times on the way, ${(Date.now() - from) / 1000} s`,
);
if (result.failed) {
  const list = result.counterexample?.[0] ?? [];
  console.log(fc.defaultReportMessage(result));
  writeFileSync(keptPath, `${JSON.stringify([...kept, list], undefined, 1)}\n`);
  console.log(`kept in ${keptPath}`);
  process.exit(1);
}
process.exit(0);
