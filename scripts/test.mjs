// `npm test`: sets everything up, then runs every check, and ends with `N passed, N failed`. Node built-ins only.
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { cli, ensureBuild, startServer } from "./setup/app.mjs";
import { checks } from "./setup/checks.mjs";
import { freePort, startCluster } from "./setup/cluster.mjs";
import { crashCheck } from "./setup/crash.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { run, tail } from "./setup/run.mjs";
import { during, giveUp, say } from "./setup/say.mjs";

let passed = 0;
let failed = 0;
const count = (good, bad) => {
  passed += good;
  failed += bad;
};

await ensurePackages({ browser: true });
const work = mkdtempSync(join(tmpdir(), "rook-step-test-"));
const cluster = await startCluster(".data/test", { fast: true });
try {
  const fixed = ["format and lint", "import rules", "types"];
  const broken = await checks(fixed);
  count(fixed.length - broken.length, broken.length);

  await vitest("unit");
  await vitest("database");
  await browser();
  const lost = await during("Killing the server and the database in mid-batch", () => crashCheck(work));
  for (const line of lost.problems) say(line);
  say(lost.words);
  count(lost.problems.length === 0 ? 1 : 0, lost.problems.length === 0 ? 0 : 1);
} finally {
  await cluster.stop("immediate");
  rmSync(work, { recursive: true, force: true });
}
say(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

async function vitest(project) {
  const report = join(work, `${project}.json`);
  const args = [
    join("node_modules", "vitest", "vitest.mjs"),
    "run",
    "--project",
    project,
    "--reporter=json",
    `--outputFile=${report}`,
  ];
  const env = { TEST_DATABASE_URL: cluster.url("postgres"), LOG_LEVEL: "silent" };
  const result = await during(`Running the ${project} tests`, () => run(process.execPath, args, { env }));
  if (!existsSync(report)) {
    say(tail(result.out, 40));
    count(0, 1);
    return;
  }
  const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(report, "utf8"));
  const unread = testResults.filter((f) => f.status === "failed" && f.assertionResults.length === 0);
  for (const file of unread) say(`  ${file.name}: ${file.message}`);
  for (const test of testResults.flatMap((f) => f.assertionResults).filter((a) => a.status === "failed")) {
    say(`  failed: ${test.fullName}\n${tail(test.failureMessages.join("\n"), 14)}`);
  }
  count(numPassedTests, numFailedTests + unread.length);
}

async function browser() {
  const name = "rook_browser";
  const admin = cluster.url("postgres");
  const url = cluster.url(name);
  const keys = join(work, "keys");
  const env = {
    DATABASE_URL: url,
    ADMIN_DATABASE_URL: admin,
    ROOK_STEP_KEYS: keys,
    ROOK_STEP_DEMO_NOW: "2026-06-10T05:05:00Z",
    ROOK_STEP_DEMO_DAYS: "12",
    LOG_LEVEL: "silent",
  };
  const made = await during("Making the yard for the browser", async () => {
    const fresh = await cli("fresh-database", [name], env);
    return fresh.code === 0 ? cli("prepare-demo", [], env) : fresh;
  });
  if (made.code !== 0) giveUp(`the yard could not be made.\n${tail(made.out, 12)}`);
  await ensureBuild();
  const server = await startServer({ port: await freePort(), databaseUrl: url, env });
  const report = join(work, "browser.json");
  const args = [join("node_modules", "@playwright", "test", "cli.js"), "test", "--reporter=json"];
  const result = await during("Running the browser tests", () =>
    run(process.execPath, args, {
      env: { E2E_URL: server.url, PLAYWRIGHT_JSON_OUTPUT_NAME: report, FORCE_COLOR: "0" },
    }),
  );
  await server.stop();
  if (!existsSync(report)) {
    say(tail(result.out, 40));
    count(0, 1);
    return;
  }
  const { suites, stats, errors } = JSON.parse(readFileSync(report, "utf8"));
  for (const error of errors) say(`  ${error.message}`);
  const specs = (list) => list.flatMap((s) => [...(s.specs ?? []), ...specs(s.suites ?? [])]);
  for (const spec of specs(suites).filter((s) => !s.ok)) {
    say(`  failed: ${spec.title}\n${tail(spec.tests[0]?.results[0]?.error?.message ?? "", 20)}`);
  }
  count(stats.expected, stats.unexpected + stats.flaky + errors.length);
  const verified = await cli("verify", [], env);
  if (verified.code !== 0) say(tail(verified.out, 4));
  count(verified.code === 0 ? 1 : 0, verified.code === 0 ? 0 : 1);
}
