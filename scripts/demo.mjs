// `npm run demo`: from a bare machine to a running app with demo data. Node built-ins only.
import { rmSync } from "node:fs";
import { parseArgs } from "node:util";
import { cli, ensureBuild, startServer } from "./setup/app.mjs";
import { portIsFree, removeCluster, startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { tail } from "./setup/run.mjs";
import { during, giveUp, say } from "./setup/say.mjs";

const { values } = parseArgs({
  options: { reset: { type: "boolean", default: false }, port: { type: "string", default: "4710" } },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 1024 || port > 65535)
  giveUp(`--port takes a number from 1024 to 65535, got ${values.port}.`);
if (!(await portIsFree(port)))
  giveUp(`port ${port} is taken; stop what uses it or choose another with \`npm run demo -- --port 4720\`.`);

const folder = ".data/demo";
const keys = ".data/keys";
await ensurePackages({ browser: false });
if (values.reset) {
  await (await startCluster(folder)).stop("immediate");
  removeCluster(folder);
  rmSync(keys, { recursive: true, force: true });
}
const cluster = await startCluster(folder);
const env = { DATABASE_URL: cluster.url("postgres"), ROOK_STEP_KEYS: keys };
let server;
let stopping = false;
const stop = async (code) => {
  if (stopping) return;
  stopping = true;
  say("\nStopping the app and its database ...");
  await server?.stop();
  await cluster.stop();
  process.exit(code);
};
process.on("SIGINT", () => void stop(0));
process.on("SIGTERM", () => void stop(0));

const prepared = await during("Preparing the database and its demo data", () => cli("prepare-demo", [], env));
if (prepared.code !== 0) {
  await cluster.stop();
  giveUp(`the demo data could not be made; try \`npm run demo -- --reset\`.\n${tail(prepared.out, 8)}`);
}
await ensureBuild();
server = await startServer({ port, databaseUrl: env.DATABASE_URL, env: { ROOK_STEP_KEYS: keys } });
say(`\nRook Step answers at ${server.url}\n\n${prepared.out.trim()}\n\nCtrl-C stops it.`);
await server.ended;
await stop(1);
