import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import { chromium } from "@playwright/test";
import { build } from "esbuild";
import { foundKinds } from "../../src/core/plan/found";
import type { Sheet } from "../../src/core/sheet/sheet";
import { families } from "../../src/core/vocabulary/families";
import { featureIds } from "../../src/core/vocabulary/features";
import { scopeKinds } from "../../src/core/vocabulary/scope";
import { demoSheets } from "../../src/demo/sheets/demo-sheets";
import { telescopicBoomSheet } from "../../src/demo/sheets/telescopic-booms";
import { bundle, loaded } from "../browser/bundle";
import { inWorker } from "../browser/in-worker";
import { slowed } from "../browser/slowed";
import type { BatchResult } from "./random-plans";

const randomPlans = Number(process.argv[2] ?? 20_000);
const threads = 2;

const { fullPlan, p95, paperCost, planTimesMs, reversalsIn } =
  await loaded<typeof import("./measure")>("bench/plan/measure.ts");

const sheets = Object.entries<Sheet>(demoSheets);
const ours = sheets.map(([, sheet]) => fullPlan(sheet));
const paper = sheets.map(([, sheet]) => paperCost(sheet));
console.log("Full plan, found stowed, against the order of a good paper form (metres, changes, minutes):");
for (const [i, [id]] of sheets.entries()) {
  const plan = ours[i] as (typeof ours)[number];
  const form = paper[i] as (typeof paper)[number];
  const row = (cost: { metres: number; changes: number; climbs: number; minutes: number }) =>
    `${cost.metres.toFixed(0)} m, ${cost.changes + cost.climbs}, ${cost.minutes.toFixed(1)}`;
  console.log(
    `  ${id.padEnd(18)} ${row(plan.cost).padEnd(20)} paper ${row(form).padEnd(22)} gap ${(plan.gap * 100).toFixed(1)} %${plan.exact ? ", exact" : ""}`,
  );
}
const total = (costs: readonly { metres: number; changes: number; climbs: number; minutes: number }[]) => ({
  metres: costs.reduce((sum, c) => sum + c.metres, 0),
  changes: costs.reduce((sum, c) => sum + c.changes + c.climbs, 0),
  minutes: costs.reduce((sum, c) => sum + c.minutes, 0),
});
const [mine, forms] = [total(ours.map((p) => p.cost)), total(paper)];
const gaps = ours.map((p) => p.gap).sort((a, b) => a - b);
/** Of the minutes that depend on the order: walking, climbing, changing state. */
const movingGap = ours.map((plan) => {
  const checking = plan.steps.reduce((sum, s) => (s.kind === "check" ? sum + s.minutes : sum), 0);
  return (plan.cost.minutes - plan.lowerBound) / (plan.cost.minutes - checking);
});

const inNode = p95(planTimesMs(telescopicBoomSheet, 200, () => performance.now()));

const code = await bundle("bench/plan/worker.ts", "iife");
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const page = await browser.newPage();
await page.goto("about:blank");
const atFullSpeed = await inWorker<number, number>(page, code, 60);
const throttled = await slowed(() => inWorker<number, number>(page, code, 60));
await browser.close();
console.log(
  `In a web worker ${atFullSpeed.toFixed(0)} ms at full speed, ${throttled.toFixed(0)} ms slowed; of the minutes that depend on the order, the gap is ${(100 * ([...movingGap].sort((a, b) => a - b)[movingGap.length >> 1] ?? 0)).toFixed(0)} % (median).`,
);

const batches = await runBatches();
const seen = new Map<string, number>();
for (const batch of batches) {
  for (const [thing, count] of Object.entries(batch.seen)) seen.set(thing, (seen.get(thing) ?? 0) + count);
}
const violations = batches.flatMap((b) => b.violations);
for (const violation of violations.slice(0, 10)) console.log(violation);
const plans = batches.reduce((sum, b) => sum + b.plans, 0);
const share = (thing: string) => Number(((seen.get(thing) ?? 0) / plans).toFixed(4));
const leastFeature = [...featureIds].sort((a, b) => share(a) - share(b))[0] ?? "";
const randomGaps = batches.flatMap((b) => b.gaps).sort((a, b) => a - b);
console.log(
  `Random plans: ${batches.reduce((sum, b) => sum + b.midway, 0)} of them planned anew from midway too; ${batches.reduce((sum, b) => sum + b.exact, 0)} exact; median gap ${(100 * (randomGaps[plans >> 1] ?? 0)).toFixed(1)} %.`,
);

const round = (value: number, digits = 2) => Number(value.toFixed(digits));
console.log(
  JSON.stringify({
    families: families.length,
    sheets: sheets.length,
    p95Ms: round(inNode, 1),
    p95MsThrottledBrowser: round(throttled, 1),
    reversals: ours.reduce((sum, plan) => sum + reversalsIn(plan).length, 0),
    gapMedian: round(gaps[gaps.length >> 1] ?? 0, 4),
    gapMax: round(gaps.at(-1) ?? 0, 4),
    vsPaper: {
      metres: round(mine.metres / forms.metres),
      changes: round(mine.changes / forms.changes),
      minutes: round(mine.minutes / forms.minutes),
    },
    checker: {
      plans,
      violations: violations.length,
      coverage: {
        features: featureIds.length,
        leastFeature: { [leastFeature]: share(leastFeature) },
        found: Object.fromEntries(foundKinds.map((kind) => [kind, share(`found:${kind}`)])),
        scope: Object.fromEntries(scopeKinds.map((kind) => [kind, share(`scope:${kind}`)])),
      },
    },
  }),
);
process.exit(violations.length === 0 ? 0 : 1);

/** The random plans, shared out over threads. */
async function runBatches(): Promise<readonly BatchResult[]> {
  const folder = mkdtempSync(join(tmpdir(), "rook-step-plans-"));
  const file = join(folder, "thread.mjs");
  const made = await build({
    entryPoints: ["bench/plan/thread.ts"],
    bundle: true,
    write: false,
    format: "esm",
    platform: "node",
    minify: true,
  });
  writeFileSync(file, made.outputFiles[0]?.text ?? "");
  const each = Math.ceil(randomPlans / threads);
  try {
    return await Promise.all(
      Array.from(
        { length: threads },
        (_, i) =>
          new Promise<BatchResult>((done, fail) => {
            const thread = new Worker(file, {
              workerData: { from: i * each, count: Math.min(each, randomPlans - i * each) },
            });
            thread.once("message", done);
            thread.once("error", fail);
          }),
      ),
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}
