// `npm run bench`: measures the running app; `-- model` the machine model, `-- plan` the planner, `-- proof` what its plans
// prove, `-- unseen` what is said to show in no walk, `-- diagnose` what is found of planted faults, `-- walk` the walk in a
// browser, `-- scale` a thousand and ten thousand units, `-- records` records
// looked through, `-- clocks` the day an hours limit is met, `-- survey` the best spot to stand, `-- shift` shifts planned, `-- trends` how soon a change is told. One JSON line last.
// Node built-ins only.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { cli, ensureBuild, startServer } from "./setup/app.mjs";
import { benchScale } from "./setup/bench-scale.mjs";
import { freePort, removeCluster, startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { run, tail } from "./setup/run.mjs";
import { during, giveUp } from "./setup/say.mjs";

await ensurePackages({ browser: true });
const [of, ...rest] = process.argv.slice(2);
if (["model", "plan", "proof", "unseen", "diagnose", "clocks", "survey", "shift", "trends"].includes(of)) {
  const core = await run(process.execPath, ["--import", "tsx", join("bench", of, `${of}.ts`), ...rest], {
    show: true,
  });
  process.exit(core.code);
}
if (of === "records") {
  removeCluster(".data/bench");
  const own = await startCluster(".data/bench");
  const keysFolder = mkdtempSync(join(tmpdir(), "rook-step-bench-"));
  const found = await run(process.execPath, ["--import", "tsx", join("bench", "records", "records.ts")], {
    env: { DATABASE_URL: own.url("postgres"), ROOK_STEP_KEYS: keysFolder, LOG_LEVEL: "silent" },
    show: true,
  });
  await own.stop("immediate");
  removeCluster(".data/bench");
  rmSync(keysFolder, { recursive: true, force: true });
  process.exit(found.code);
}
if (of === "scale") process.exit(await benchScale(rest));
const folder = ".data/bench";
removeCluster(folder);
// Synced to disk as in use: a bench on a cluster that does not sync would flatter the routes.
const cluster = await startCluster(folder);
const keys = mkdtempSync(join(tmpdir(), "rook-step-bench-"));
const env = {
  DATABASE_URL: cluster.url("postgres"),
  ROOK_STEP_KEYS: keys,
  ROOK_STEP_DEMO_NOW: "2026-06-10T05:40:00Z",
  ROOK_STEP_DEMO_DAYS: "14",
  LOG_LEVEL: "silent",
};
const made = await during("Making the yard", () => cli("prepare-demo", [], env));
if (made.code !== 0) giveUp(tail(made.out));
await ensureBuild();
const server = await startServer({ port: await freePort(), databaseUrl: cluster.appUrl("postgres"), env });
const result = await run(
  process.execPath,
  ["--import", "tsx", of === "walk" ? join("bench", "walk", "walk.ts") : join("bench", "foundation.ts")],
  {
    env: { ...env, BENCH_URL: server.url, ROOK_STEP_URL: server.url },
    show: true,
  },
);
await server.stop();
await cluster.stop("immediate");
removeCluster(folder);
rmSync(keys, { recursive: true, force: true });
process.exit(result.code);
