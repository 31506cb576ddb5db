import { readFileSync } from "node:fs";
import { chromium } from "@playwright/test";
import { checksOf } from "../../src/core/catalogue/catalogue";
import { byHand } from "../../src/core/machine/expectations/by-hand";
import { unnoticed } from "../../src/core/machine/expectations/planted";
import { interlocks } from "../../src/core/machine/interlocks";
import { buildMachine, failingParts } from "../../src/core/machine/machine";
import { families } from "../../src/core/vocabulary/families";
import { parts } from "../../src/core/vocabulary/parts";
import { demoSheets } from "../../src/demo/sheets/demo-sheets";
import { bundle } from "../browser/bundle";
import { inWorker } from "../browser/in-worker";
import { slowed } from "../browser/slowed";

/** Steps a second of a worker's code, by where it is run. */
type Timed = (code: string, seconds: number) => Promise<number>;

const now = await bundle("bench/model/worker.ts", "iife");
const before = readFileSync("bench/model/baseline.worker.js", "utf8");

/** Runs a worker's code here: it answers a number of seconds with steps a second. */
const inNode: Timed = (code, seconds) =>
  new Promise((done) => {
    const self: { onmessage?: (event: { data: number }) => void; postMessage: (n: number) => void } = {
      postMessage: done,
    };
    new Function("self", code)(self);
    self.onmessage?.({ data: seconds });
  });

/** Both models in turn, each as often, and the better of each: what disturbs one run disturbs the other as well. */
async function sideBySide(times: number, seconds: number, timed: Timed) {
  const runs: { now: number[]; before: number[] } = { now: [], before: [] };
  for (let i = 0; i < times; i++) {
    runs.before.push(await timed(before, seconds));
    runs.now.push(await timed(now, seconds));
  }
  return { now: Math.max(...runs.now), before: Math.max(...runs.before) };
}

const node = await sideBySide(4, 2, inNode);
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const page = await browser.newPage();
await page.goto("about:blank");
const worker: Timed = (code, seconds) => inWorker<number, number>(page, code, seconds);
const full = await sideBySide(2, 2, worker);
const throttled = await slowed(() => sideBySide(3, 5, worker));
await browser.close();

const sheets = Object.values(demoSheets);
const components = sheets.map((sheet) => failingParts(buildMachine(sheet)));
const ratio = (of: { now: number; before: number }) => Number((of.now / of.before).toFixed(2));
console.log(
  `In a worker at full speed ${full.now} steps a second, slowed ${(full.now / throttled.now).toFixed(1)} times. ` +
    `Before: ${node.before} in Node, ${throttled.before} in the slowed worker.`,
);
console.log(
  JSON.stringify({
    families: families.length,
    sheets: sheets.length,
    stepsPerS: node.now,
    ofBefore: ratio(node),
    stepsPerSThrottledBrowser: throttled.now,
    throttledOfBefore: ratio(throttled),
    parts: Object.keys(parts).length,
    checks: new Set(sheets.flatMap((sheet) => checksOf(sheet).map((c) => c.definition.id))).size,
    interlocks: interlocks.length,
    components: components.reduce((sum, list) => sum + list.length, 0),
    modes: components.flat().reduce((sum, { modes }) => sum + modes.length, 0),
    inert: unnoticed().length,
    untried: interlocks.filter(({ untried }) => untried !== undefined).length,
    expectations: byHand.reduce((sum, [, lines]) => sum + lines.length, 0),
  }),
);
