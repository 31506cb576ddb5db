import { cli } from "./setup/app.mjs";
import { ensurePackages } from "./setup/packages.mjs";
import { giveUp, say } from "./setup/say.mjs";

// Writes the pages under docs/ that are made from the code.
await ensurePackages({ browser: false });
const written = await cli("write-docs", [], {});
if (written.code !== 0) giveUp(`the pages could not be written.\n${written.out}`);
say(written.out.trim());
