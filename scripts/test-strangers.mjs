// `npm run test:strangers`: five thousand requests nobody should send, over every route, method and id, with a seed of the
// day; `-- --count 20000 --seed 7` for others. Node built-ins only.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { ensureBuild } from "./setup/app.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { during, say } from "./setup/say.mjs";
import { strangers } from "./setup/strangers.mjs";

const today = Math.floor(Date.now() / 86_400_000);
const { values } = parseArgs({
  options: { count: { type: "string", default: "5000" }, seed: { type: "string", default: `${today}` } },
});
await ensurePackages({ browser: false });
await ensureBuild();
const work = mkdtempSync(join(tmpdir(), "rook-step-strangers-"));
const { problems, words } = await during("Asking what nobody should", () =>
  strangers(work, { count: Number(values.count), seed: Number(values.seed) }),
);
rmSync(work, { recursive: true, force: true });
for (const line of problems.slice(0, 40)) say(line);
if (problems.length > 40) say(`and ${problems.length - 40} more`);
say(words);
process.exit(problems.length === 0 ? 0 : 1);
