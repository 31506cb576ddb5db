import { applies } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { Ending } from "../vocabulary/endings";
import type { PositionId } from "../vocabulary/positions";
import { stateTable, wordsOf } from "../vocabulary/state/table";
import { type PlanId, type PlanState, planIds } from "../vocabulary/state/values";

/** One variable a plan may change: how, at what cost, where a person stands for it, and what must hold. */
export interface PlanVariable {
  readonly id: PlanId;
  readonly values: readonly string[];
  /** What a change to `to` needs first. */
  readonly needs: (to: string, state: PlanState) => PlanState;
  readonly minutes: (to: string) => number;
  /** How it must be left; `as_found` restores it, `as_left` does not care. */
  readonly left: (ending: Ending) => string;
  /** Where it is changed by a person on the ground: the first place the sheet sets. Empty: anywhere. */
  readonly from: readonly PositionId[];
  /** Changed by means of the machine's power, and so not after a finding that stops the machine. */
  readonly powered: boolean;
  /** Unmet goals of a lower rank are settled first; within a rank the nearest is. */
  readonly rank: number;
}

/** An entry whose words are text: what each accepts is checked where it is written. */
interface Planned {
  readonly needs: (to: string, state: PlanState, sheet: Sheet) => PlanState;
  readonly seconds: number | Readonly<Record<string, number | undefined>>;
  readonly left: string | (Readonly<Partial<Record<Ending, string>>> & { readonly otherwise: string });
}

/** Minutes a change of a variable takes. */
export function changeMin(id: PlanId, to: string): number {
  const { seconds } = stateTable[id].walked as unknown as Planned;
  return (typeof seconds === "number" ? seconds : (seconds[to] ?? seconds["otherwise"] ?? 0)) / 60;
}

/** What plans change, in the order in which unmet goals are settled: by rank, then as the vocabulary names them. */
const settled: readonly PlanId[] = [...planIds].sort(
  (a, b) => stateTable[a].walked.rank - stateTable[b].walked.rank,
);

/** The variables this sheet's machine has. Needs over any other variable do not concern it. */
export function variablesOf(sheet: Sheet): readonly PlanVariable[] {
  return settled
    .filter((id) => applies(sheet, stateTable[id].to ?? {}))
    .map((id): PlanVariable => {
      const { at, powered, rank } = stateTable[id].walked;
      const { needs, left } = stateTable[id].walked as unknown as Planned;
      return {
        id,
        values: wordsOf(id) ?? [],
        needs: (to, state) => needs(to, state, sheet),
        minutes: (to) => changeMin(id, to),
        left: (ending) => (typeof left === "string" ? left : (left[ending] ?? left.otherwise)),
        from: at,
        powered: powered === true,
        rank,
      };
    });
}
