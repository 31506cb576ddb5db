import type { Check } from "../catalogue/catalogue";
import { lent } from "../evidence/lasting";
import { endedBy } from "../evidence/seen";
import { type Assessment, assess } from "../grade/assess";
import { contextFrom, type TopUpsOf } from "../grade/context";
import { type MatterStanding, standingMatters } from "../grade/matters";
import { ranNow } from "../periodic/clocks";
import type { InspectionEvent } from "../record/events";
import { hoursRead } from "../record/hours-read";
import { type Reduction, reduce } from "../record/reduce";
import type { Sheet } from "../sheet/sheet";
import type { Policy } from "../vocabulary/policy";
import { type Decision, type DecisionFacts, decide } from "./decide";

export interface Judgement {
  readonly reduction: Reduction;
  readonly assessment: Assessment;
  readonly matters: readonly MatterStanding[];
  readonly decision: Decision;
}

/** All that follows from an inspection's events and what stands besides: the same on the device and on the server. */
export function judge(
  due: readonly Check[],
  sheet: Sheet,
  policy: Policy,
  events: readonly InspectionEvent[],
  facts: DecisionFacts,
  topUpsOf: TopUpsOf = () => 0,
): Judgement {
  const reduction = reduce(events);
  const ended = endedBy(events, facts.ledger);
  const contextOf = contextFrom(topUpsOf, facts.matters);
  const ran = ranNow(facts.meter, hoursRead(reduction).at(-1)?.hours, facts.nowMs);
  const borrowed = lent(facts.lasting, { ...facts, changed: reduction.changed, machineHours: ran });
  const assessment = assess(due, sheet, reduction, policy, contextOf, ended, borrowed);
  const matters = standingMatters(facts.matters, reduction, assessment.findings, facts.maySayGone, ended);
  return { reduction, assessment, matters, decision: decide(assessment, facts, matters, ran) };
}
