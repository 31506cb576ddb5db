/**
 * `npm run test:long`: the model test over a great many random orders, with a seed of the day. What disagrees is kept
 * in `tests/trust/kept.json` and is run first of all from then on, here and in `npm test`. One process of several: each
 * has a seed and a yard of its own.
 */
import { readFileSync, writeFileSync } from "node:fs";
import fc from "fast-check";
import { fillYard, type Yard } from "../database";
import { agree } from "./agree";
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
  console.log(fc.defaultReportMessage(result));
  writeFileSync(
    keptPath,
    `${JSON.stringify([...keptOrders(), result.counterexample?.[0] ?? []], undefined, 1)}\n`,
  );
  console.log(`kept in ${keptPath}`);
}
process.exit(failed.length > 0 ? 1 : 0);
