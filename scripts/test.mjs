// `npm test`: sets everything up, then runs every check in two lanes side by side, and ends with
// `N passed, N failed`. Node built-ins only.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { browserTests } from "./setup/browser-tests.mjs";
import { checks } from "./setup/checks.mjs";
import { startCluster } from "./setup/cluster.mjs";
import { crashCheck } from "./setup/crash.mjs";
import { fullDisk } from "./setup/full-disk.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { randomOrders } from "./setup/random-orders.mjs";
import { tail } from "./setup/run.mjs";
import { during, say } from "./setup/say.mjs";
import { strangers } from "./setup/strangers.mjs";
import { vitest } from "./setup/vitest.mjs";

await ensurePackages({ browser: true });
const work = mkdtempSync(join(tmpdir(), "rook-step-test-"));
const cluster = await startCluster(".data/test", { fast: true });
const counts = [];
/** Something done to the running app: what went wrong is said, and counts as one. */
async function tried(name, work) {
  const { problems, words } = await during(name, work);
  for (const line of [...problems.slice(0, 20), words]) say(line);
  counts.push(problems.length === 0 ? [1, 0] : [0, 1]);
}
try {
  const browserLane = async () => {
    counts.push(await browserTests(cluster, work));
  };
  const codeLane = async () => {
    const named = ["format and lint", "import rules", "types"];
    const broken = await checks(named);
    counts.push([named.length - broken.length, broken.length]);
    counts.push(await vitest("unit", { work }));
    counts.push(await vitest("screens", { work }));
    counts.push(await vitest("database", { work, cluster }));
    await tried("Killing the server and the database in mid-batch", () => crashCheck(work));
    await tried("Filling the disk", () => fullDisk());
    await tried("Asking what nobody should", () => strangers(work, { count: 1000, seed: 20_260_302 }));
  };
  // A lane that breaks down counts as one failure and lets the other finish.
  const ended = await Promise.allSettled([browserLane(), codeLane()]);
  for (const lane of ended) {
    if (lane.status === "fulfilled") continue;
    say(String(lane.reason?.stack ?? lane.reason));
    counts.push([0, 1]);
  }
  // Random orders fill both cores by themselves, so they come when the lanes are through.
  const orders = await during("Running twelve hundred random orders", () =>
    randomOrders(cluster, { runs: 1200, seed: 20_260_302 }),
  );
  if (orders.counts[1] > 0) say(tail(orders.out, 40));
  counts.push(orders.counts);
} finally {
  await cluster.stop("immediate");
  rmSync(work, { recursive: true, force: true });
}
const [passed, failed] = counts.reduce(([a, b], [good, bad]) => [a + good, b + bad], [0, 0]);
say(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
