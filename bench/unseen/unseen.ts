import { shownAtRandom } from "../../src/core/proof/at-random";
import { faultName, subjectOf } from "../../src/core/proof/faults";
import { unseenWhy } from "../../src/core/proof/unseen";
import type { Sheet } from "../../src/core/sheet/sheet";
import { seeded } from "../../src/core/vocabulary/seeded";
import { demoSheets } from "../../src/demo/sheets/demo-sheets";

/**
 * `npm run bench -- unseen [sequences, 10000] [seed, 1]`: every fault said to show in no walk, against the machine worked
 * at random as far as anybody may. One line of JSON at the end; `shown` is how many gave themselves away all the same.
 */
const sequences = Number(process.argv[2] ?? 10_000);
const seed = Number(process.argv[3] ?? 1);

let faults = 0;
let shown = 0;
for (const [id, sheet] of Object.entries<Sheet>(demoSheets)) {
  const subject = subjectOf(sheet);
  const unseen = subject.failed.filter(
    (one) => one.fault.mode !== "intermittent" && unseenWhy(subject.machine, one) !== undefined,
  );
  const found = shownAtRandom(subject, unseen, sequences, seeded(seed));
  faults += unseen.length;
  shown += found.length;
  console.log(`  ${id.padEnd(18)} ${unseen.length} faults no walk shows, ${found.length} shown`);
  for (const { failed, after } of found)
    console.log(
      `    ${faultName(failed.fault)} after ${after.map((action) => JSON.stringify(action)).join(" ")}`,
    );
}
console.log(JSON.stringify({ sheets: Object.keys(demoSheets).length, sequences, faults, shown }));
