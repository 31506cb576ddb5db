// `npm run dev`: the fast loop, on the demo's own cluster and data. Node built-ins only.
import { spawn } from "node:child_process";
import { join } from "node:path";
import { cli } from "./setup/app.mjs";
import { startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { tail } from "./setup/run.mjs";
import { giveUp, say } from "./setup/say.mjs";

await ensurePackages({ browser: false });
const cluster = await startCluster(".data/demo");
const env = { DATABASE_URL: cluster.url("postgres"), ROOK_STEP_KEYS: ".data/keys" };
const prepared = await cli("prepare-demo", [], env);
if (prepared.code !== 0) giveUp(`the demo data could not be made.\n${tail(prepared.out)}`);
say(prepared.out.trim());
const next = spawn(
  process.execPath,
  [join("node_modules", "next", "dist", "bin", "next"), "dev", "-H", "127.0.0.1", "-p", "4711"],
  {
    stdio: "inherit",
    env: {
      ...process.env,
      ...env,
      DATABASE_URL: cluster.appUrl("postgres"),
      ROOK_STEP_DIST: ".next-dev",
      ROOK_STEP_URL: "http://127.0.0.1:4711",
    },
  },
);
process.on("SIGINT", () => next.kill("SIGINT"));
next.on("exit", async () => {
  await cluster.stop();
  process.exit(0);
});
