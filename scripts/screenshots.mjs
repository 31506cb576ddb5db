// `npm run screenshots`: renews docs/screenshots from demo data, at a fixed time of a fixed day. Node built-ins only.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { cli, ensureBuild, startServer } from "./setup/app.mjs";
import { freePort, removeCluster, startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { run, tail } from "./setup/run.mjs";
import { during, giveUp, say } from "./setup/say.mjs";

await ensurePackages({ browser: true });
const folder = ".data/pictures";
removeCluster(folder);
const cluster = await startCluster(folder, { fast: true });
const keys = mkdtempSync(join(tmpdir(), "rook-step-pictures-"));
const env = {
  DATABASE_URL: cluster.url("postgres"),
  ROOK_STEP_KEYS: keys,
  ROOK_STEP_DEMO_NOW: "2026-06-10T06:04:00Z",
  LOG_LEVEL: "silent",
};
const made = await during("Making the yard", () => cli("prepare-demo", [], env));
if (made.code !== 0) giveUp(tail(made.out));
await ensureBuild();
const server = await startServer({ port: await freePort(), databaseUrl: cluster.appUrl("postgres"), env });
const taken = await during("Taking the pictures", () =>
  run(process.execPath, [join("node_modules", "@playwright", "test", "cli.js"), "test", "--reporter=line"], {
    env: { E2E_URL: server.url, PICTURES: "1" },
  }),
);
await server.stop();
await cluster.stop("immediate");
removeCluster(folder);
rmSync(keys, { recursive: true, force: true });
say(taken.code === 0 ? "docs/screenshots is renewed." : tail(taken.out, 20));
process.exit(taken.code);
