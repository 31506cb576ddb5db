import { chromium } from "@playwright/test";
import { diagnoserOf } from "../../src/core/diagnose/diagnose";
import { suspectName } from "../../src/core/diagnose/outcome";
import type { Sheet } from "../../src/core/sheet/sheet";
import { seeded } from "../../src/core/vocabulary/seeded";
import { demoSheets } from "../../src/demo/sheets/demo-sheets";
import { handCases } from "../../tests/diagnose/hand-cases";
import { wrongWith } from "../../tests/diagnose/judge-case";
import { mereStatesOf, swept } from "../../tests/diagnose/mere-states";
import { bundle } from "../browser/bundle";
import { inWorker } from "../browser/in-worker";
import { slowed } from "../browser/slowed";
import { exhaustiveGroups } from "./exhaustive";
import { noSingles, type Pairs, showing, tryPairs, trySingles } from "./trials";

/**
 * `npm run bench -- diagnose [pairs a sheet, 500] [seed, 1]`: every part of every demo machine failed alone, random pairs
 * of them, one answer in each told wrongly, the cases written by hand, and everything a person may have left otherwise.
 * One line of JSON at the end.
 */
const pairsEach = Number(process.argv[2] ?? 500);
const seed = Number(process.argv[3] ?? 1);

const percentile = (ms: readonly number[], part: number): number => {
  const sorted = [...ms].sort((a, b) => a - b);
  return Number((sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? 0).toFixed(1));
};
const share = (part: number, whole: number): number => Number((part / Math.max(whole, 1)).toFixed(4));

const singles = noSingles();
const pairs: Pairs = { found: 0, total: 0, missed: [] };
const sizes: number[] = [];
let groupsAsNamed = true;
for (const [id, sheet] of Object.entries<Sheet>(demoSheets)) {
  const diagnoser = diagnoserOf(sheet);
  const suspects = showing(diagnoser);
  const groups = exhaustiveGroups(diagnoser, suspects);
  sizes.push(...groups.map((group) => group.length));
  // Named as a group is what the diagnosis itself takes for alike, by what it has run.
  for (const group of groups) {
    const [first] = group;
    const alike = suspects.filter(
      (one) => first !== undefined && diagnoser.signature(one) === diagnoser.signature(first),
    );
    if (alike.map(suspectName).join() === group.map(suspectName).join()) continue;
    groupsAsNamed = false;
    console.log(
      `  ${id}: ${group.map(suspectName).join(", ")} is named ${alike.map(suspectName).join(", ")}`,
    );
  }
  trySingles(id, diagnoser, singles, seeded(seed));
  tryPairs(id, diagnoser, pairsEach, pairs, seeded(seed));
  console.log(
    `  ${id.padEnd(18)} ${diagnoser.questions.length} tests, ${suspects.length} ways to fail in ${groups.length} groups`,
  );
}
console.log("The five that took most tests:");
for (const { line } of singles.worst) console.log(`  ${line}`);
for (const line of pairs.missed.slice(0, 5)) console.log(`  missed ${line}`);
const handWrong = handCases.flatMap((one) => {
  const wrong = wrongWith(one);
  return wrong === undefined ? [] : [`  ${one.name}: ${wrong}`];
});
for (const line of handWrong) console.log(line);

const ruleOuts = { asked: 0, missed: 0 };
for (const [id, sheet] of Object.entries<Sheet>(demoSheets)) {
  for (const trouble of mereStatesOf(sheet)) {
    const { asked, missed } = swept(sheet, trouble);
    ruleOuts.asked += asked;
    ruleOuts.missed += missed.length;
    for (const one of missed)
      console.log(`  ${id} ${trouble.variable} ${trouble.value} not offered for ${one.movement}`);
  }
}

const code = await bundle("bench/diagnose/worker.ts", "iife");
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const page = await browser.newPage();
await page.goto("about:blank");
const throttled = await slowed(() =>
  inWorker<number, { readonly buildMs: number; readonly ms: readonly number[] }>(page, code, 120),
);
await browser.close();

sizes.sort((a, b) => a - b);
console.log(
  JSON.stringify({
    sheets: Object.keys(demoSheets).length,
    singles: singles.total,
    singlesFound: share(singles.found, singles.total),
    singlesFirst3: share(singles.first3, singles.total),
    pairs: pairs.total,
    pairsFound: share(pairs.found, pairs.total),
    groupMedian: sizes[Math.floor(sizes.length / 2)],
    groupMax: sizes.at(-1),
    groupsAsNamed,
    meanTests: share(singles.tests, singles.total),
    testsVsGrid: share(singles.tests, singles.inGridOrder),
    oneWrong: share(singles.oneWrong, singles.total),
    handCases: handCases.length,
    handCasesPassed: handCases.length - handWrong.length,
    ruleOutsAsked: ruleOuts.asked,
    ruleOutsFound: share(ruleOuts.asked - ruleOuts.missed, ruleOuts.asked),
    p95Ms: percentile(singles.ms, 0.95),
    p95MsThrottledBrowser: percentile(throttled.ms, 0.95),
    firstMsThrottledBrowser: Number((throttled.buildMs + (throttled.ms[0] ?? 0)).toFixed(1)),
  }),
);
