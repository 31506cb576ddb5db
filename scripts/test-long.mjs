// `npm run test:long`: a great many random orders of the model test, on every core, with a seed of the day;
// `-- --runs 5000 --seed 7` for others. What disagrees is kept in tests/trust/kept.json and run first from then on.
// Node built-ins only.
import { parseArgs } from "node:util";
import { startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { randomOrders } from "./setup/random-orders.mjs";

const today = Math.floor(Date.now() / 86_400_000);
const { values } = parseArgs({
  options: { runs: { type: "string", default: "100000" }, seed: { type: "string", default: `${today}` } },
});
await ensurePackages({ browser: false });
const cluster = await startCluster(".data/long", { fast: true });
const { counts } = await randomOrders(cluster, {
  runs: Number(values.runs),
  seed: Number(values.seed),
  show: true,
});
await cluster.stop("immediate");
process.exit(counts[1] === 0 ? 0 : 1);
