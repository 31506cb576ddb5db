// `npm run test:offline`: a real browser, and everything that can go wrong between it and the database. Ends with what was
// injected how often, what was lost, and `N passed, N failed`. Node built-ins only.
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { cli, ensureBuild, startServer } from "./setup/app.mjs";
import { freePort, removeCluster, startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { run, tail } from "./setup/run.mjs";
import { during, giveUp, say } from "./setup/say.mjs";

await ensurePackages({ browser: true });
const folder = ".data/offline";
removeCluster(folder);
// Synced to disk as in use: a cluster that does not sync would lose what a blow is meant to find lost.
let cluster = await startCluster(folder);
const work = mkdtempSync(join(tmpdir(), "rook-step-offline-"));
const env = {
  DATABASE_URL: cluster.url("postgres"),
  ROOK_STEP_KEYS: join(work, "keys"),
  ROOK_STEP_DEMO_NOW: "2026-06-10T05:05:00Z",
  ROOK_STEP_DEMO_DAYS: "2",
  LOG_LEVEL: "silent",
};
const made = await during("Making the yard", () => cli("prepare-demo", [], env));
if (made.code !== 0) giveUp(`the yard could not be made.\n${tail(made.out, 12)}`);
await ensureBuild();
const port = await freePort();
const start = () => startServer({ port, databaseUrl: cluster.appUrl("postgres"), env });
let server = await start();

const worker = join(".next", "service-worker.js");
const asBuilt = readFileSync(worker, "utf8");

/** What a test may do to the yard while the browser is at work. */
const blows = {
  "/server/kill": () => server.stop("SIGKILL"),
  "/server/start": async () => {
    server = await start();
  },
  "/database/stop": () => cluster.stop("immediate"),
  "/database/start": async () => {
    cluster = await startCluster(folder);
  },
  // The same app as another version of it: the browser finds that the worker has changed.
  "/app/update": () => writeFileSync(worker, `${asBuilt}\n// ${Date.now()}`),
};
const control = createServer(async (request, response) => {
  const blow = blows[request.url];
  try {
    await blow?.();
    response.writeHead(blow === undefined ? 404 : 200).end();
  } catch (error) {
    response.writeHead(500).end(String(error));
  }
});
const controlPort = await freePort();
control.listen(controlPort, "127.0.0.1");

const tally = join(work, "tally.jsonl");
const report = join(work, "report.json");
const args = [
  join("node_modules", "@playwright", "test", "cli.js"),
  "test",
  "--reporter=json",
  ...process.argv.slice(2),
];
const result = await during("Injecting faults", () =>
  run(process.execPath, args, {
    env: {
      FAULTS: "1",
      E2E_URL: server.url,
      E2E_CONTROL: `http://127.0.0.1:${controlPort}`,
      E2E_TALLY: tally,
      PLAYWRIGHT_JSON_OUTPUT_NAME: report,
      FORCE_COLOR: "0",
    },
  }),
);
control.close();
writeFileSync(worker, asBuilt);
await server.stop();
const verified = await cli("verify", [], env);
await cluster.stop("immediate");

const lines = existsSync(tally)
  ? readFileSync(tally, "utf8")
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line))
  : [];
for (const { fault, injected, acknowledged, lost } of lines)
  say(
    `  ${fault.padEnd(58)} ${`${injected}`.padStart(4)} times  ${`${acknowledged}`.padStart(5)} acknowledged  ${lost} lost`,
  );
let [passed, failed] = [0, 1];
if (existsSync(report)) {
  const { suites, stats, errors } = JSON.parse(readFileSync(report, "utf8"));
  const specs = (list) => list.flatMap((s) => [...(s.specs ?? []), ...specs(s.suites ?? [])]);
  for (const spec of specs(suites).filter((s) => !s.ok))
    say(`  failed: ${spec.title}\n${tail(spec.tests[0]?.results[0]?.error?.message ?? "", 20)}`);
  [passed, failed] = [stats.expected, stats.unexpected + stats.flaky + errors.length];
} else say(tail(result.out, 40));
if (verified.code === 0) passed += 1;
else {
  failed += 1;
  say(tail(verified.out, 6));
}
removeCluster(folder);
rmSync(work, { recursive: true, force: true });
say(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
