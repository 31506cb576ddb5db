import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { run, tail } from "./run.mjs";
import { during, say } from "./say.mjs";

/** Runs one of the vitest projects; gives how many tests passed and failed. */
export async function vitest(project, { work, cluster, files = [], env = {} }) {
  const report = join(work, `${project}.json`);
  const args = [
    join("node_modules", "vitest", "vitest.mjs"),
    "run",
    "--project",
    project,
    "--reporter=json",
    `--outputFile=${report}`,
    ...files,
  ];
  const result = await during(`Running the ${project} tests`, () =>
    run(process.execPath, args, {
      env: { LOG_LEVEL: "silent", ...(cluster && { TEST_DATABASE_URL: cluster.url("postgres") }), ...env },
    }),
  );
  if (!existsSync(report)) {
    say(tail(result.out, 40));
    return [0, 1];
  }
  const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(report, "utf8"));
  const unread = testResults.filter((f) => f.status === "failed" && f.assertionResults.length === 0);
  for (const file of unread) say(`  ${file.name}: ${file.message}`);
  for (const test of testResults.flatMap((f) => f.assertionResults).filter((a) => a.status === "failed")) {
    say(`  failed: ${test.fullName}\n${tail(test.failureMessages.join("\n"), 14)}`);
  }
  return [numPassedTests, numFailedTests + unread.length];
}
