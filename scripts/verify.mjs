// `npm run verify`: walks every unit's ledger and names the first break of each. Node built-ins only.
import { cli } from "./setup/app.mjs";
import { startCluster } from "./setup/cluster.mjs";
import { ensurePackages } from "./setup/packages.mjs";

await ensurePackages({ browser: false });
const given = process.env.DATABASE_URL;
const cluster = given === undefined ? await startCluster(".data/demo") : undefined;
const env = {
  DATABASE_URL: given ?? cluster.url("postgres"),
  ROOK_STEP_KEYS: process.env.ROOK_STEP_KEYS ?? ".data/keys",
};
const result = await cli("verify", process.argv.slice(2), env, { show: true });
if (cluster !== undefined && !cluster.wasRunning) await cluster.stop();
process.exit(result.code);
