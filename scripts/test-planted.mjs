// `npm run test:planted`: plants one mistake after another in a copy of the sources and expects the tests to find it;
// `-- --only "tag"` for those whose name says so. Ends with how many were found. Node built-ins only.
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { parseArgs } from "node:util";
import { mistakes } from "../tests/planted-mistakes.mjs";
import { startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { run, tail } from "./setup/run.mjs";
import { say } from "./setup/say.mjs";

const { values } = parseArgs({ options: { only: { type: "string", default: "" } } });
await ensurePackages({ browser: false });
const cluster = await startCluster(".data/planted", { fast: true });
const copy = mkdtempSync(join(tmpdir(), "rook-step-planted-"));
for (const path of [
  "src",
  "tests",
  "messages",
  "public",
  "vitest.config.ts",
  "tsconfig.json",
  "package.json",
])
  cpSync(path, join(copy, path), { recursive: true });
symlinkSync(resolve("node_modules"), join(copy, "node_modules"));

/** Runs tests in the copy; gives whether they passed, and what they said. */
const test = (project, files) =>
  run(
    process.execPath,
    [join("node_modules", "vitest", "vitest.mjs"), "run", "--project", project, ...files],
    {
      cwd: copy,
      env: { LOG_LEVEL: "silent", TEST_DATABASE_URL: cluster.url("postgres"), FORCE_COLOR: "0" },
    },
  );

const missed = [];
const wanted = mistakes.filter(({ name }) => name.includes(values.only));
try {
  for (const { name, file, from, to, project, tests } of wanted) {
    const path = join(copy, file);
    const sound = readFileSync(path, "utf8");
    if (sound.split(from).length !== 2) {
      missed.push(name);
      say(`cannot plant "${name}": expected this once in ${file}: ${from}`);
      continue;
    }
    writeFileSync(
      path,
      sound.replace(from, () => to),
    );
    const { code, out } = await test(project, [tests]);
    writeFileSync(path, sound);
    // The tests themselves must have failed: a file that no longer runs finds nothing.
    const found = code !== 0 && /Tests .*\d+ failed/.test(out);
    say(`${found ? "found" : "NOT found"}: ${name}`);
    if (found) continue;
    missed.push(name);
    if (code !== 0) say(tail(out, 12));
  }
} finally {
  await cluster.stop("immediate");
  rmSync(copy, { recursive: true, force: true });
}
say(`${wanted.length - missed.length} of ${wanted.length} planted mistakes found`);
process.exit(missed.length === 0 ? 0 : 1);
