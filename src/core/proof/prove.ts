import { sights } from "../catalogue/sights";
import type { Fault } from "../machine/faults";
import type { Machine } from "../machine/machine";
import type { Sheet } from "../sheet/sheet";
import type { PlanState, StopId } from "../vocabulary/state/values";
import { type Along, along, type Moment, type ProofStep } from "./along";
import { differs } from "./as-meant";
import { type Axes, axesAt } from "./carried";
import { type Failed, type Subject, sameFault, subjectOf } from "./faults";
import { type Hazard, harmUnder, withoutWayHome } from "./hazards";
import { couldShow } from "./reads";
import { tellsApart } from "./run";
import { type Unseen, unseenWhy } from "./unseen";

/** A deed that must show one thing, and on a machine with nothing wrong shows another. */
export interface Wrong {
  readonly step: string;
  readonly expected: string;
  readonly got: string;
}

/** An act that does not prove what it is made to prove, or finds nothing to prove it with. */
export interface Masked {
  readonly step: string;
  readonly claims: readonly Fault[];
}

export interface Proof {
  /** Every act in the state it was made in, and the machine before each step. */
  readonly walked: Along;
  /** Acts made. */
  readonly tests: number;
  readonly wrong: readonly Wrong[];
  readonly masked: readonly Masked[];
  readonly faults: readonly Fault[];
  /** What each step proves: were a part failed so, no answer of it could be that of a sound machine. */
  readonly proves: ReadonlyMap<string, readonly Fault[]>;
  /** Seen by some answer of the plan for certain, by none of them, or perhaps. */
  readonly seen: readonly Fault[];
  readonly maybe: readonly Fault[];
  /** Shown by no answer though some walk can: what these steps leave unproven. */
  readonly unproven: readonly Fault[];
  /** Shown by no walk, and why. */
  readonly unseen: readonly (Fault & Unseen)[];
  readonly hazards: readonly Hazard[];
  readonly noWayHome: readonly { readonly step: string; readonly faults: readonly string[] }[];
  /** What the walk leaves run out, swung or raised. */
  readonly open: readonly string[];
}

/**
 * Runs the machine model along a plan, once as built and once for each way a part can fail, that fault planted just
 * before each act. Nothing of the planner is used: only the order of its steps.
 */
export function prove(sheet: Sheet, found: PlanState, steps: readonly ProofStep[], people = 2): Proof {
  const subject = subjectOf(sheet);
  const walked = along(subject.machine, found, steps);
  const { moments } = walked;
  const shown = moments.map((moment) => shownBy(subject.machine, subject.failed, moment));
  const proves = new Map<string, Fault[]>();
  for (const [i, { step }] of moments.entries()) {
    const mine = proves.get(step) ?? [];
    for (const { fault } of shown[i]?.always ?? [])
      if (!mine.some((one) => sameFault(one, fault))) mine.push(fault);
    proves.set(step, mine);
  }
  const firstSeen = firstOf(shown.map(({ always }) => always));
  const perhaps = new Set(shown.flatMap(({ maybe }) => maybe));
  const left = subject.failed.filter((failed) => !firstSeen.has(failed) && !isLookedAt(failed, steps));
  // A loose contact shows for certain in nothing: it may show in whatever reads it.
  const unsure = (failed: Failed) => perhaps.has(failed) || failed.fault.mode === "intermittent";
  const missed = left.filter((failed) => !unsure(failed));
  return {
    walked,
    tests: moments.length,
    wrong: moments.flatMap((moment) => wrongIn(subject.machine, moment)),
    masked: [
      ...walked.idle.map((step) => ({ step, claims: [] })),
      ...moments.flatMap((moment, i) => maskedIn(subject.failed, moment, shown[i]?.always ?? [])),
    ],
    faults: subject.failed.map(({ fault }) => fault),
    proves,
    seen: subject.failed.filter((failed) => !left.includes(failed)).map(({ fault }) => fault),
    maybe: left.filter(unsure).map(({ fault }) => fault),
    unproven: missed
      .filter((failed) => unseenWhy(subject.machine, failed) === undefined)
      .map(({ fault }) => fault),
    unseen: missed.flatMap((failed) => {
      const why = unseenWhy(subject.machine, failed);
      return why === undefined ? [] : [{ ...failed.fault, ...why }];
    }),
    hazards: hazardsOf(subject, moments, firstSeen, people),
    noWayHome: withoutWayHome(
      moments.map((moment, i) => ({
        moment,
        failed: (shown[i]?.always ?? []).filter((failed) => firstSeen.get(failed) === i),
      })),
      people,
    ),
    open: openAfter(subject.machine, found, walked),
  };
}

/** What is found by looking at it where nothing is worked: a tool bent, or not in its clip. */
const lookedAt: Readonly<Record<string, string>> = { "way.hook_tool": "lower.hook_tool" };

const isLookedAt = ({ fault }: Failed, steps: readonly ProofStep[]): boolean =>
  steps.some((step) => step.kind === "check" && step.check.definition.id === lookedAt[fault.component]);

interface Shown {
  readonly always: readonly Failed[];
  readonly maybe: readonly Failed[];
}

/** The faults an act shows, by answers its card offers; a change that does not come is seen without one. */
function shownBy(machine: Failed["machine"], all: readonly Failed[], moment: Moment): Shown {
  const always: Failed[] = [];
  const maybe: Failed[] = [];
  for (const failed of all) {
    if (!couldShow(machine, moment.act, moment.from, failed.fault)) continue;
    const shows = tellsApart(machine, failed, moment.from, moment.act, moment.healthy);
    if (shows === "always" && canSay(moment, failed)) always.push(failed);
    else if (shows !== "never") maybe.push(failed);
  }
  return { always, maybe };
}

/** Whether the card of the act's check offers a condition this fault comes to. */
function canSay({ check }: Moment, { component, fault }: Failed): boolean {
  if (check === undefined) return true;
  const seen = sights[component.kind][fault.mode] ?? [];
  return seen.some((condition) => condition in check.conditions);
}

function wrongIn(machine: Failed["machine"], { step, act, healthy }: Moment): readonly Wrong[] {
  return act.deeds.flatMap((deed, i): readonly Wrong[] => {
    const { must } = deed;
    const result = healthy.results[i];
    if (must === undefined || result === undefined) return [];
    const got = differs(machine, deed, result);
    if (got === undefined) return [];
    return [{ step, expected: "because" in must ? `${must.must}: ${must.because}` : must.must, got }];
  });
}

function maskedIn(
  all: readonly Failed[],
  { step, act, check }: Moment,
  always: readonly Failed[],
): readonly Masked[] {
  if (check === undefined || act.unsure === true) return [];
  const claims = act.claims.filter(
    (claim) =>
      all.some(({ fault }) => sameFault(fault, claim)) &&
      !always.some(({ fault }) => sameFault(fault, claim)),
  );
  return claims.length > 0 || always.length === 0 ? [{ step, claims }] : [];
}

/** Where each fault is seen first. */
function firstOf(shown: readonly (readonly Failed[])[]): ReadonlyMap<Failed, number> {
  const first = new Map<Failed, number>();
  for (const [i, faults] of shown.entries())
    for (const failed of faults) if (!first.has(failed)) first.set(failed, i);
  return first;
}

function hazardsOf(
  { machine, failed: all }: Subject,
  moments: readonly Moment[],
  firstSeen: ReadonlyMap<Failed, number>,
  people: number,
): readonly Hazard[] {
  const hazards: Hazard[] = [];
  const proven = new Set<StopId>();
  for (const [i, moment] of moments.entries()) {
    for (const failed of all) {
      if ((firstSeen.get(failed) ?? moments.length) < i) continue;
      if (!couldShow(machine, moment.act, moment.from, failed.fault)) continue;
      const { component, mode } = failed.fault;
      for (const harm of harmUnder(machine, failed, moment, proven, people))
        hazards.push({ step: moment.step, component, mode, harm });
    }
    for (const [failed, at] of firstSeen) {
      const { component, mode } = failed.fault;
      if (at === i && mode === "dead" && component.startsWith("stop.")) proven.add(component as StopId);
    }
  }
  return hazards;
}

/** What is run out or swung round at the end, and a platform still up, unless it was found there and left alone. */
function openAfter(machine: Machine, found: PlanState, { axes, plan }: Along): readonly string[] {
  const before = plan.posture === found.posture ? axesAt(machine, found) : {};
  const legs = plan.outriggers === "out" || plan.outriggers === "unknown";
  return Object.entries(axes).flatMap(([axis, at]) => {
    if (axis.startsWith("axis.leg_") && legs) return [];
    if (axis === "axis.axles" && plan.axles !== "in") return [];
    const stood = before[axis as keyof Axes] ?? 0;
    return Math.abs(at) > 0.001 && Math.abs(at - stood) > 0.001 ? [axis] : [];
  });
}
