import type { Sheet } from "../../src/core/sheet/sheet";
import { families } from "../../src/core/vocabulary/families";
import { demoSheets } from "../../src/demo/sheets/demo-sheets";
import { noTotals, proveDemo, proveRandom, sightOf } from "./measure";

/** `npm run bench -- proof [random sheets, 2000]`: every plan proven fault by fault, one line of JSON at the end. */
const random = Number(process.argv[2] ?? 2_000);

const sheets = Object.entries<Sheet>(demoSheets);
const sights = sheets.map(([id, sheet]) => {
  const sight = sightOf(sheet);
  console.log(
    `  ${id.padEnd(18)} ${sight.faults} faults, ${sight.visible} visible, ${sight.seen} seen${sight.missed.length === 0 ? "" : `, missed: ${sight.missed.join(", ")}`}`,
  );
  return sight;
});
const demo = noTotals();
proveDemo(demo);
for (const line of demo.lines) console.log(`  ${line}`);
const others = noTotals();
proveRandom(others, random);
const common = new Map<string, number>();
for (const line of others.lines) {
  const plain = line.replace(/ \(.*\)$/, "");
  common.set(plain, (common.get(plain) ?? 0) + 1);
}
for (const [line, count] of [...common].sort((a, b) => b[1] - a[1]).slice(0, 40))
  console.log(`  ${count} x ${line}`);

const sum = (of: (sight: (typeof sights)[number]) => number) =>
  sights.reduce((total, one) => total + of(one), 0);
const both = (of: (totals: typeof demo) => number) => of(demo) + of(others);
const ms = [...demo.ms, ...others.ms].sort((a, b) => a - b);
console.log(
  JSON.stringify({
    families: families.length,
    sheets: sheets.length,
    tests: both((t) => t.tests),
    wrong: both((t) => t.wrong),
    masked: both((t) => t.masked),
    faults: sum((s) => s.faults),
    visible: sum((s) => s.visible),
    seen: sum((s) => s.seen),
    maybe: sum((s) => s.maybe),
    hazards: both((t) => t.hazards),
    open: both((t) => t.open),
    noWayHome: both((t) => t.noWayHome),
    plans: both((t) => t.plans),
    p95Ms: Math.round(ms[Math.floor(ms.length * 0.95)] ?? 0),
  }),
);
