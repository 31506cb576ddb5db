// `npm run test:long`: a great many random orders of the model test, with a seed of the day; `-- --runs 5000 --seed 7`
// for others. What disagrees is kept in tests/trust/kept.json and run first from then on. Node built-ins only.
import { spawn } from "node:child_process";
import { parseArgs } from "node:util";
import { startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";

const { values } = parseArgs({
  options: { runs: { type: "string", default: "100000" }, seed: { type: "string" } },
});
await ensurePackages({ browser: false });
const cluster = await startCluster(".data/long", { fast: true });
const child = spawn(process.execPath, ["--import", "tsx", "tests/trust/long.ts"], {
  stdio: "inherit",
  env: {
    ...process.env,
    LOG_LEVEL: "silent",
    TEST_DATABASE_URL: cluster.url("postgres"),
    TRUST_RUNS: values.runs,
    ...(values.seed === undefined ? {} : { TRUST_SEED: values.seed }),
  },
});
const code = await new Promise((resolve) => child.once("exit", (exit) => resolve(exit ?? 1)));
await cluster.stop("immediate");
process.exit(code);
