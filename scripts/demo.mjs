// `npm run demo`: from a bare machine to a running app with demo data; `-- --empty` to an empty yard that asks to be set up.
// Node built-ins only.
import { rmSync } from "node:fs";
import { parseArgs } from "node:util";
import { cli, ensureBuild, startServer, startStandIn } from "./setup/app.mjs";
import { portIsFree, removeCluster, startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { tail } from "./setup/run.mjs";
import { during, giveUp, say } from "./setup/say.mjs";

const { values } = parseArgs({
  options: {
    reset: { type: "boolean", default: false },
    empty: { type: "boolean", default: false },
    port: { type: "string", default: "4710" },
    clock: { type: "string", default: "shift" },
  },
});
if (!["shift", "real"].includes(values.clock))
  giveUp(`--clock takes real, or shift for the morning before the early shift; got ${values.clock}.`);
const port = Number(values.port);
if (!Number.isInteger(port) || port < 1024 || port > 65529)
  giveUp(`--port takes a number from 1024 to 65529, got ${values.port}.`);
// The app, the wind meter stand-in and a hand on that, the label printer stand-in and its panel, the mailbox
// stand-in and its window.
for (const one of Array.from({ length: 7 }, (_, i) => port + i))
  if (!(await portIsFree(one)))
    giveUp(`port ${one} is taken; stop what uses it or choose another with \`npm run demo -- --port 4720\`.`);

const { empty } = values;
const folder = empty ? ".data/empty" : ".data/demo";
const keys = empty ? ".data/empty-keys" : ".data/keys";
await ensurePackages({ browser: false });
if (values.reset) {
  await (await startCluster(folder)).stop("immediate");
  removeCluster(folder);
  rmSync(keys, { recursive: true, force: true });
}
let cluster = await startCluster(folder);
// Whatever the hour, the early shift is about to begin: at other hours Shift has little to show.
const morning = `${new Date().toISOString().slice(0, 10)}T05:05:00.000Z`;
const env = {
  DATABASE_URL: cluster.url("postgres"),
  ROOK_STEP_KEYS: keys,
  ...(empty || values.clock === "real" ? {} : { ROOK_STEP_DEMO_NOW: morning }),
};
const standIns = `\n\nThe wind meter stand-in speaks NMEA 0183 on port ${port + 1}; a hand on it: curl -X POST http://127.0.0.1:${port + 2}/cut, /resume or "/wind?mean=9&gust=14".\nThe label printer stand-in takes PDF on port ${port + 3}; what it printed last: http://127.0.0.1:${port + 4}.\nThe mailbox stand-in takes mail on port ${port + 5}; what came: http://127.0.0.1:${port + 6}.`;
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

// The wind meter's own port, and the next to cut it or hold its wind by hand.
const windPort = port + 1;
const prepared = empty
  ? await during("Preparing the database", () => cli("prepare", [], env))
  : await during("Preparing the database and its demo data", () =>
      cli("prepare-demo", [`127.0.0.1:${windPort}`], env),
    );
if (prepared.code !== 0) {
  await cluster.stop();
  giveUp(`the demo data could not be made; try \`npm run demo -- --reset\`.\n${tail(prepared.out, 8)}`);
}
await ensureBuild();
// Time never goes back behind what is recorded: used yesterday, the demo goes on the morning after.
const clock = /^Clock: (\S+)$/m.exec(prepared.out)?.[1];
const serverEnv = {
  ROOK_STEP_KEYS: keys,
  ...(empty
    ? {}
    : {
        ROOK_STEP_LABEL_PRINTER: `127.0.0.1:${port + 3}`,
        ROOK_STEP_SMTP: `smtp://127.0.0.1:${port + 5}`,
      }),
  ...(clock === undefined ? {} : { ROOK_STEP_DEMO_NOW: clock }),
};
if (!empty) {
  startStandIn("wind-stand-in", [`${windPort}`, `${windPort + 1}`]);
  startStandIn("label-printer", [`${port + 3}`, `${port + 4}`]);
  startStandIn("mailbox", [`${port + 5}`, `${port + 6}`]);
}
server = await startServer({ port, databaseUrl: cluster.appUrl("postgres"), env: serverEnv });
say(
  `\nRook Step answers at ${server.url}\n\n${prepared.out.trim()}${empty ? "" : standIns}\n\nCtrl-C stops it.`,
);
void keepDatabase();
await server.ended;
await stop(1);

/** Starts the database again if it dies, and says so; nothing acknowledged is lost. */
async function keepDatabase() {
  for (;;) {
    await new Promise((resolve) => setTimeout(resolve, 3000));
    if (stopping) return;
    if (!(await portIsFree(cluster.port))) continue;
    say("The database has stopped; starting it again ...");
    cluster = await startCluster(folder);
    say("The database answers again. What was entered meanwhile is sent by the tablets themselves.");
  }
}
