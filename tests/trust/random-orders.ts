/**
 * The model test: random orders of two devices, two people and a technician over one unit, run against the app and
 * the oracle; from each there is a way back. `npm test` runs two thousand, `npm run test:long` a great many with a
 * seed of the day. What disagrees is kept in `tests/trust/kept.json` and is run first of all from then on. One process
 * of several, each with a seed and a yard of its own.
 */
import { readFileSync, writeFileSync } from "node:fs";
import fc from "fast-check";
import { fillYard, type Yard } from "../database";
import { agree, Disagreement } from "./agree";
import { commands } from "./commands";
import { type Command, furnishMast } from "./yard";

const keptPath = "tests/trust/kept.json";
const keptOrders = () => JSON.parse(readFileSync(keptPath, "utf8")) as Command[][];
const runs = Number(process.env["TRUST_RUNS"]);
const seed = Number(process.env["TRUST_SEED"]);
/** Two orders at once, so that neither this process nor the database waits for the other. */
const lanes = 2;

const yard = {} as Yard;
const close = await fillYard(yard);
const versionId = await furnishMast(yard);
const from = Date.now();
const seconds = () => Math.round((Date.now() - from) / 1000);
let done = 0;
let usable = 0;
const order = fc.asyncProperty(commands, async (list) => {
  usable += await agree(yard, versionId, list);
  done += 1;
  if (done % 1000 === 0) console.log(`seed ${seed}: ${done} orders, ${seconds()} s`);
});
const results = await Promise.all(
  Array.from({ length: lanes }, (_, lane) =>
    fc.check(order, {
      numRuns: Math.ceil(runs / lanes),
      seed: seed * lanes + lane,
      examples: lane === 0 ? keptOrders().map((list) => [list] as [readonly Command[]]) : [],
    }),
  ),
);
await close();
console.log(`seed ${seed}: ${done} orders, usable ${usable} times on the way, ${seconds()} s`);
const failed = results.filter((result) => result.failed);
for (const result of failed) {
  const { errorInstance: error, counterexample } = result;
  console.log(fc.defaultReportMessage(result));
  console.log(error instanceof Error ? error.stack : error);
  // A run that broke down for another reason, a database gone say, tells nothing of the rules.
  if (!(error instanceof Disagreement)) continue;
  const found = counterexample?.[0] ?? [];
  writeFileSync(keptPath, `${JSON.stringify([...keptOrders(), found], undefined, 1)}\n`);
  console.log(`kept in ${keptPath}`);
}
// Orders in which nothing ever became usable would agree about nothing.
const idle = usable < done / 5;
if (idle) console.log(`expected a unit to be usable more often than ${usable} times in ${done} orders`);
process.exit(failed.length > 0 || idle ? 1 : 0);
