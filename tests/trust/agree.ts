import { standingsDiffer } from "@/server/ledger/verify-standings";
import type { Yard } from "../database";
import { type Command, Yardstick } from "./yard";

/** App and oracle say different things, or there is no way back: a fault of the rules, not of the run. */
export class Disagreement extends Error {}

/**
 * Runs commands against app and oracle; throws at the first disagreement, in either direction, and where no way back
 * to usable is found. Gives how often the unit was usable on the way.
 */
export async function agree(yard: Yard, versionId: string, list: readonly Command[]): Promise<number> {
  const stick = await Yardstick.make(yard, versionId);
  let usableTimes = 0;
  const compare = async (after: string) => {
    const [app, oracle] = [await stick.usable(), stick.oracle.usable(stick.nowMs)];
    if (app !== oracle)
      throw new Disagreement(
        `after ${after}: the app says ${app ? "usable" : "not usable"}, the oracle does not`,
      );
    if ((await standingsDiffer(yard.db)).includes(stick.unitId))
      throw new Disagreement(`after ${after}: the row of standing is not what the records give`);
    if (app) usableTimes += 1;
  };
  for (const command of list) {
    const before = `${stick.oracle.n} ${stick.nowMs}`;
    await stick.run(command);
    // Where nothing was accepted and no time has passed, nothing can have changed.
    if (before !== `${stick.oracle.n} ${stick.nowMs}`) await compare(JSON.stringify(command));
  }
  await stick.wayBack();
  if (!(await stick.usable())) throw new Disagreement("no way back to usable was found");
  return usableTimes;
}
