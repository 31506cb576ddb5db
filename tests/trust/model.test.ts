import { readFileSync } from "node:fs";
import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { yardForFile } from "../database";
import { agree } from "./agree";
import { commands } from "./commands";
import { type Command, furnishMast } from "./yard";

const yard = yardForFile();
let versionId: string;
beforeAll(async () => {
  versionId = await furnishMast(yard);
});

/** Several at once, so that neither this process nor the database waits for the other. */
const lanes = 4;
const numRuns = Number(process.env["TRUST_RUNS"] ?? 2000) / lanes;
const seed = Number(process.env["TRUST_SEED"] ?? 20_260_302);
const kept = JSON.parse(readFileSync("tests/trust/kept.json", "utf8")) as Command[][];

describe("random orders of two devices, two people and a technician over one unit", () => {
  for (let lane = 0; lane < lanes; lane++) {
    it.concurrent(`app and oracle say the same of ${numRuns} of them, and from each there is a way back, lane ${lane + 1}`, async () => {
      let usableTimes = 0;
      await fc.assert(
        fc.asyncProperty(commands, async (list) => {
          usableTimes += await agree(yard, versionId, list);
        }),
        {
          numRuns,
          seed: seed + lane,
          examples: lane === 0 ? kept.map((list) => [list] as [readonly Command[]]) : [],
        },
      );
      // A run in which nothing ever became usable would agree about nothing.
      expect(usableTimes).toBeGreaterThan(numRuns / 5);
    }, 100_000_000);
  }
});
