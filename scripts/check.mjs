// `npm run check`: format, lint, import rules, types and unit tests, in under a minute. Node built-ins only.

import { checks } from "./setup/checks.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { say } from "./setup/say.mjs";

await ensurePackages({ browser: false });
const failed = await checks(["format and lint", "import rules", "types", "unit tests"]);
say(failed.length === 0 ? "All well." : `Failed: ${failed.join(", ")}`);
process.exit(failed.length === 0 ? 0 : 1);
