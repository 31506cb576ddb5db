// `npm run test:long`: a great many random orders of the model test, on every core, with a seed of the day;
// `-- --runs 5000 --seed 7` for others. What disagrees is kept in tests/trust/kept.json and run first from then on.
// Node built-ins only.
import { spawn } from "node:child_process";
import { availableParallelism } from "node:os";
import { parseArgs } from "node:util";
import { startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";

const today = Math.floor(Date.now() / 86_400_000);
const { values } = parseArgs({
  options: { runs: { type: "string", default: "100000" }, seed: { type: "string", default: `${today}` } },
});
await ensurePackages({ browser: false });
const cluster = await startCluster(".data/long", { fast: true });

function run(file, env) {
  const child = spawn(process.execPath, ["--import", "tsx", file], {
    stdio: "inherit",
    env: { ...process.env, LOG_LEVEL: "silent", TEST_DATABASE_URL: cluster.url("postgres"), ...env },
  });
  return new Promise((resolve) => child.once("exit", (exit) => resolve(exit ?? 1)));
}

const processes = availableParallelism();
let codes = [await run("tests/make-template.ts", {})];
if (codes[0] === 0)
  codes = await Promise.all(
    Array.from({ length: processes }, (_, i) =>
      run("tests/trust/long.ts", {
        TRUST_RUNS: `${Math.ceil(Number(values.runs) / processes)}`,
        TRUST_SEED: `${Number(values.seed) * processes + i}`,
      }),
    ),
  );
await cluster.stop("immediate");
process.exit(codes.find((code) => code !== 0) ?? 0);
