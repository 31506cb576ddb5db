import type { CheckKey } from "../catalogue/catalogue";
import type { DecisionFacts } from "../decision/decide";
import { type Lasting, lent, madeAgain, type Recalled } from "../evidence/lasting";
import { touchesCheck } from "../evidence/touches";
import { ranNow } from "../periodic/clocks";
import { hoursRead } from "../record/hours-read";
import type { Reduction } from "../record/reduce";

/** What a walk is planned without, as it begins: checks that an earlier walk has proven and that are still in date. */
export const lentAtFirst = (
  facts: Pick<DecisionFacts, "lasting" | "matters" | "meter" | "clearsBeforeMs" | "nowMs">,
): readonly CheckKey[] => {
  const { lasting, matters, meter, clearsBeforeMs, nowMs } = facts;
  const machineHours = ranNow(meter, undefined, nowMs);
  return [...lent(lasting, { changed: new Set(), matters, ledger: [], clearsBeforeMs, machineHours }).keys()];
};

/**
 * Which checks a walk was planned without and has to make after all, and since when. Those that somebody makes again of
 * their own accord say so in the events themselves.
 */
export function recalledIn(
  atFirst: readonly CheckKey[],
  { ledger }: Pick<DecisionFacts, "ledger">,
  reduction: Pick<Reduction, "given" | "changed">,
  borrowed: ReadonlyMap<CheckKey, Lasting>,
): readonly Recalled[] {
  const read = hoursRead(reduction).at(-1)?.id;
  return atFirst.flatMap((check): readonly Recalled[] => {
    if (borrowed.has(check) || reduction.changed.has(madeAgain(check))) return [];
    const touch = ledger.find(({ touches }) => touchesCheck(touches, check));
    if (touch !== undefined) return [{ check, position: touch.position }];
    return read === undefined ? [] : [{ check, event: read }];
  });
}
