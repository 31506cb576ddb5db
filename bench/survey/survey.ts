import { chromium } from "@playwright/test";
import type { SpotFound, SpotQuestion } from "../../src/core/survey/spots";
import { bruteForce } from "../../tests/survey/one-by-one";
import { bundle } from "../browser/bundle";
import { inWorker } from "../browser/in-worker";
import { slowed } from "../browser/slowed";
import { questions, searches } from "./cases";

/**
 * `npm run bench -- survey [questions, 60]`: the best spot for the yard's machines on its places, in a web worker of Chromium as it is and
 * slowed to a tablet's pace; and small plans against trying every spot by the whole survey. One line of JSON at the end.
 */
const asked = Number(process.argv[2] ?? 60);

const percentile = (ms: readonly number[], part: number): number => {
  const sorted = [...ms].sort((a, b) => a - b);
  return Number((sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? 0).toFixed(1));
};

/** The same question on a corner of its place small enough to try every spot of. */
const small = (question: SpotQuestion): SpotQuestion => {
  const [widthM, depthM] = [Math.min(12, question.plan.widthM), Math.min(9, question.plan.depthM)];
  const within = question.job.positions
    .slice(0, 2)
    .map((work, i) => ({ ...work, at: { x: 3 + 3 * i, y: 4 } }));
  const marks = question.plan.marks.map((mark) => ({
    ...mark,
    at: mark.at.map(({ x, y }) => ({
      x: (x / question.plan.widthM) * widthM,
      y: (y / question.plan.depthM) * depthM,
    })),
  })) as SpotQuestion["plan"]["marks"];
  return {
    ...question,
    plan: { ...question.plan, widthM, depthM, marks },
    serve: within.map(({ id }) => id),
    job: { ...question.job, positions: within },
  };
};

const few = questions(30).map(small);
const disagreements = few.filter(
  (question) => JSON.stringify(searches([question]).found[0]) !== JSON.stringify(bruteForce(question)),
).length;
console.log(`  ${few.length} small plans tried spot by spot: ${disagreements} disagreements`);

const code = await bundle("bench/survey/worker.ts", "iife");
const browser = await chromium.launch({
  executablePath: process.env["CHROMIUM"] ?? "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-quic"],
});
interface Answer {
  readonly ms: readonly number[];
  readonly found: readonly (readonly SpotFound[])[];
}
const page = await browser.newPage();
const plain = await inWorker<number, Answer>(page, code, asked);
const throttled = await slowed(() => inWorker<number, Answer>(page, code, asked));
await browser.close();
console.log(
  `  the largest boom on the largest place, the first thing a worker does: ${plain.ms[0]?.toFixed(1)} ms`,
);
console.log(
  JSON.stringify({
    p95Ms: percentile(plain.ms, 0.95),
    p95MsThrottledBrowser: percentile(throttled.ms, 0.95),
    worstMs: percentile(plain.ms, 1),
    firstMs: percentile(plain.ms.slice(0, 1), 1),
    cases: asked + few.length,
    disagreements,
  }),
);
process.exit(disagreements === 0 ? 0 : 1);
