import { type Check, checksOf } from "../../catalogue/catalogue";
import type { Ending } from "../../vocabulary/endings";
import { entriesOf, type PlanId, type PlanState } from "../../vocabulary/state/values";
import { foundStowed } from "../found";
import { everythingAtHand } from "../possible";
import { endingOf, inScope } from "../scope";
import type { PlanInput } from "../types";
import { hazardsOf } from "./hazards";
import { type Context, differs, excused } from "./may-differ";
import { orderBroken } from "./order";
import { type CheckedStep, replay } from "./replay";
import type { Violation } from "./violation";

/**
 * Replays a plan against the rules of the work and reports every one it breaks. Written from the field guide and
 * not from the planner: it shares the sheet, the catalogue and the words for a state, and nothing of how a plan is
 * made. Accepts any steps, in any order, from anybody.
 */
export function checkPlan(input: PlanInput, steps: readonly CheckedStep[]): readonly Violation[] {
  const { sheet, progress } = input;
  const violations: Violation[] = [];
  const all = checksOf(sheet);
  const byKey = new Map(all.map((check) => [check.key, check]));
  const found = input.found ?? foundStowed(sheet);
  const ending = endingOf(input.scope, input.ending);
  const context = {
    sheet,
    ending,
    practice: input.practice,
    found,
    now: progress?.state ?? found,
    held: progress?.held ?? false,
    atHand: input.atHand ?? everythingAtHand,
  };
  const scope = inScope(input.scope, all, sheet, found, ending, input.practice.survey);
  const inPlan = new Set(scope.map((check) => check.key));
  const done = progress?.done ?? [];

  const order: { check: Check; step: string }[] = [];
  const last = replay(steps, progress?.state ?? found, byKey, done, (moment) => {
    const { step, check, state } = moment;
    const broken = (rule: string, why: string) => violations.push({ rule, step: step.id, why });
    if (step.kind === "check") {
      if (check === undefined) {
        broken("no_such_check", `expected a check of this sheet, got ${step.checkId ?? step.id}`);
        return;
      }
      if (!inPlan.has(check.key)) broken("not_in_scope", `${check.key} is no part of what is inspected`);
      if (moment.done.has(check.key)) broken("twice", `${check.key} has been done already`);
      order.push({ check, step: step.id });
      const cannot = excused(check, context);
      if (cannot !== undefined) broken("cannot_be_made", cannot);
      for (const [id, value] of entriesOf(check.definition.needs)) {
        const stands = state[id];
        if (stands === undefined || stands === value || differs(check, id, stands, context)) continue;
        broken("need_not_met", `needs ${id}=${value}, and it is ${stands}`);
      }
    } else if (moment.changes.length === 0) {
      broken("changes_nothing", "expected a change to say what it leaves");
    }
    for (const hazard of hazardsOf(moment, context, scope)) broken(hazard.rule, hazard.why);
  });

  violations.push(...orderBroken(order, context, done, byKey));
  const seen = new Set([...done, ...(input.lent ?? []), ...order.map(({ check }) => check.key)]);
  for (const check of scope) {
    if (!seen.has(check.key) && excused(check, context) === undefined) {
      violations.push({ rule: "missing", step: "", why: `${check.key} is not in the plan` });
    }
  }
  violations.push(...leftOpen(last, found, context));
  return violations;
}

/**
 * How everything is left (field guide, section 4): what a check opens, the plan closes. For the road the turntable
 * lock is in (section 17), however it was found. Whoever goes straight to work needs it lowered, level and shut, and
 * leaves on what is on; handed over set up it stands as set up, its key out.
 */
function leftOpen(
  state: PlanState,
  found: PlanState,
  { held, atHand, ...context }: Context,
): readonly Violation[] {
  const toWork: PlanState = {
    posture: "stowed",
    prop: "parked",
    incline: "level",
    timber: "none",
    "valve.descent": "shut",
    gate: "shut",
    casters: "locked",
  };
  const away: PlanState = {
    who: "ground",
    harness: "off",
    engine: "off",
    key: "off",
    "stop.ground": "in",
    "stop.platform": "in",
    disconnect: "off",
  };
  const ending: Ending = held ? "held" : context.ending;
  const setUp = ending === "to_work" || ending === "handed_over";
  const closed: PlanState = {
    ...toWork,
    ...(ending === "to_work" ? {} : away),
    ...(setUp ? {} : { takeOff: "out" }),
  };
  const asFound = [
    "jib",
    "turntableLock",
    "transportLatch",
    "axles",
    "outriggers",
    "legPins",
    "mats",
    "chocks",
  ] as const;
  // Behind a finding that stops it, a machine is left as safe as it allows: legs and axles stay where they are.
  const behind: readonly PlanId[] = [
    "timber",
    "stop.platform",
    "incline",
    "jib",
    "axles",
    "outriggers",
    "legPins",
    "mats",
    "takeOff",
    "turntableLock",
    "transportLatch",
    "chocks",
    "prop",
    "posture",
  ];
  // Without its key, what was found in the air stays there, and what only power moves stays as it is.
  const noKey: readonly PlanId[] = [
    "posture",
    "stop.platform",
    "takeOff",
    "turntableLock",
    "transportLatch",
    "prop",
    "incline",
  ];
  const mayStay = [...(held ? behind : []), ...(atHand.key ? [] : noKey)];
  const goal = [
    ...entriesOf(closed),
    ...asFound.flatMap((id) => {
      if (id === "chocks" && held) return [[id, "set"] as const];
      if (id === "turntableLock" && ending === "for_the_road") return [[id, "in"] as const];
      if (id === "transportLatch" && ending === "for_the_road") return [[id, "on"] as const];
      return setUp || found[id] === undefined ? [] : [[id, found[id]] as const];
    }),
  ];
  return goal.flatMap(([id, value]): readonly Violation[] =>
    state[id] === undefined || state[id] === value || value === "unknown" || mayStay.includes(id)
      ? []
      : [{ rule: "left_open", step: "", why: `${id} is left ${state[id]}, and should be ${value}` }],
  );
}
