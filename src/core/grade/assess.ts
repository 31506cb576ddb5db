import type { Check, CheckKey } from "../catalogue/catalogue";
import { isWithin } from "../catalogue/within";
import type { Lasting } from "../evidence/lasting";
import { type EndedBy, neverEnded } from "../evidence/seen";
import type { LedgerTouch } from "../evidence/touches";
import { mayExplain } from "../machine/rule-out";
import { showsNothing } from "../measure/made-on";
import { isWorkedOut } from "../measure/methods";
import { resultOf } from "../record/looked-into";
import type { Given, Reduction } from "../record/reduce";
import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { isBelievable, isBelievableLimit } from "../vocabulary/believable";
import type { Grade } from "../vocabulary/grades";
import { isWorse } from "../vocabulary/grades";
import type { PartId } from "../vocabulary/parts";
import type { Policy } from "../vocabulary/policy";
import type { Side } from "../vocabulary/sides";
import type { Upkeep } from "../vocabulary/upkeep";
import { type GradeContext, type Graded, gradeFinding, noContext } from "./grade";

export interface Finding extends Graded {
  readonly check: CheckKey;
  readonly part: PartId;
  readonly condition: string;
  readonly eventId: string;
  readonly place: boolean;
  readonly value?: number;
  readonly putRight?: string;
  readonly note?: string;
  readonly where?: readonly Side[];
  readonly sizeMm?: number;
  /** SHA-256 of each picture of it. */
  readonly pictures?: readonly string[];
}

export type CheckStatus = "open" | "borrowed" | "fine" | "skipped" | "ungradable" | "finding";

export interface CheckAssessment {
  readonly check: CheckKey;
  readonly status: CheckStatus;
  readonly grade?: Grade;
  /** The event that stands for the check. */
  readonly eventId?: string;
  /** It was answered, and this came into the unit's ledger after: it is asked again. */
  readonly endedBy?: LedgerTouch;
}

export interface Assessment {
  readonly byCheck: ReadonlyMap<CheckKey, CheckAssessment>;
  /** What was found and still proves something; what an entry of the ledger ended is the unit's, as a tag or a matter. */
  readonly findings: readonly Finding[];
  readonly open: readonly CheckKey[];
  /** Not made on this walk: proven by an earlier one, and still in date. */
  readonly borrowed: ReadonlyMap<CheckKey, Lasting>;
  readonly skipped: readonly CheckKey[];
  readonly ungradable: readonly CheckKey[];
  readonly withdrawn: number;
  /** Answers to checks the plan does not have, or conditions the check does not have. */
  readonly misfits: readonly string[];
}

export type ContextOf = (check: CheckKey, condition: string, sizeMm: number | undefined) => GradeContext;

/**
 * Grades everything that stands. Device and server run this same function on the same events. Where one check
 * has several answers the worst stands; an answer that a later entry of the unit's ledger ended proves nothing. What is
 * `lent` stands only where nothing at all was answered here.
 */
export function assess(
  checks: readonly Check[],
  sheet: Sheet,
  reduction: Reduction,
  policy: Policy,
  contextOf: ContextOf = () => noContext,
  ended: EndedBy = neverEnded,
  lent: ReadonlyMap<CheckKey, Lasting> = new Map(),
): Assessment {
  const byCheck = new Map<CheckKey, CheckAssessment>();
  const borrowed = new Map<CheckKey, Lasting>();
  const findings: Finding[] = [];
  const misfits: string[] = [];
  for (const check of checks) {
    const all = reduction.given.get(check.key) ?? [];
    const earlier = all.length === 0 ? lent.get(check.key) : undefined;
    if (earlier !== undefined) borrowed.set(check.key, earlier);
    const given = all.filter((event) => ended(event) === undefined);
    const read = given.map((event) => readGiven(check, sheet, policy, event, contextOf, reduction));
    const worst = read.reduce<Read | undefined>(
      (a, b) => (a === undefined || rank(b) > rank(a) ? b : a),
      undefined,
    );
    byCheck.set(check.key, {
      check: check.key,
      status: worst?.status ?? (earlier === undefined ? "open" : "borrowed"),
      grade: worst?.finding?.grade,
      eventId: worst?.eventId,
      ...(worst === undefined && all[0] !== undefined ? { endedBy: ended(all[0]) } : {}),
    });
    for (const each of read) {
      if (each.finding !== undefined) findings.push(each.finding);
      if (each.misfit !== undefined) misfits.push(each.misfit);
    }
  }
  const known = new Set(checks.map((c) => c.key));
  for (const key of reduction.given.keys()) if (!known.has(key)) misfits.push(key);
  const withStatus = (status: CheckStatus) =>
    [...byCheck.values()].filter((c) => c.status === status).map((c) => c.check);
  return {
    byCheck,
    findings,
    open: withStatus("open"),
    borrowed,
    skipped: withStatus("skipped"),
    ungradable: withStatus("ungradable"),
    withdrawn: reduction.withdrawn,
    misfits,
  };
}

interface Read {
  readonly status: Exclude<CheckStatus, "open" | "borrowed">;
  readonly eventId: string;
  readonly finding?: Finding;
  readonly misfit?: string;
}

/** Incomplete is worse than fine; a finding is worse than incomplete only from watch up. */
function rank(read: Read): number {
  if (read.status === "fine") return 0;
  if (read.status === "skipped" || read.status === "ungradable") return 1;
  const grade = read.finding?.grade ?? "watch";
  return isWorse(grade, "put_right") ? (isWorse(grade, "watch") ? (grade === "tag_out" ? 5 : 4) : 3) : 2;
}

function readGiven(
  check: Check,
  sheet: Sheet,
  policy: Policy,
  event: Given,
  contextOf: ContextOf,
  { lookedInto, madeOn }: Pick<Reduction, "lookedInto" | "madeOn">,
): Read {
  const { id: eventId } = event;
  if (event.type === "skipped") return { status: "skipped", eventId };
  if (event.type === "measured") {
    const { measure } = check.definition;
    if (measure === undefined)
      return { status: "ungradable", eventId, misfit: `${check.key}: not a measured check` };
    const { quantity } = measure;
    const limit =
      figureOf(sheet, measure.limit) ?? event.limitRead ?? (measure.nominal ? event.value : undefined);
    if (limit === undefined) return { status: "ungradable", eventId };
    const { how, value } = event;
    if (
      how === undefined ? measure.workedOut : !isWorkedOut(quantity, how, value, (id) => figureOf(sheet, id))
    )
      return {
        status: "ungradable",
        eventId,
        misfit: `${check.key}: expected ${value} to follow from what was read, by ${how?.method ?? "a method"}`,
      };
    if (!isBelievable(quantity, event.value) || !isBelievableLimit(quantity, limit))
      return { status: "ungradable", eventId };
    if (isWithin(measure, event.value, limit)) return { status: "fine", eventId };
    return findingOf(
      check,
      policy,
      measure.beyond,
      { eventId, value: event.value, putRight: event.putRight },
      contextOf,
    );
  }
  const result = resultOf(event, lookedInto);
  if (result.kind === "fine") {
    const { cause } = result;
    if (cause !== undefined && !mayExplain(cause))
      return {
        status: "ungradable",
        eventId,
        misfit: `${check.key}: ${cause} tags the unit out and explains nothing`,
      };
    const on = madeOn.get(check.key);
    if (on !== undefined && showsNothing(sheet, check.definition.id, on))
      return { status: "ungradable", eventId };
    // A check with a figure is answered by its reading, not by a word.
    return check.definition.measure === undefined
      ? { status: "fine", eventId }
      : { status: "ungradable", eventId };
  }
  const { kind: _, condition, ruledOut: __, ...said } = result;
  const detail: Detail = { eventId, ...said };
  return findingOf(check, policy, condition, detail, contextOf);
}

/** What was said of a finding besides what it is. */
type Detail = Pick<Finding, "eventId" | "value" | "note" | "where" | "sizeMm" | "putRight" | "pictures">;

function findingOf(
  check: Check,
  policy: Policy,
  condition: string,
  detail: Detail,
  contextOf: ContextOf,
): Read {
  const rule = check.conditions[condition];
  if (rule === undefined) {
    return {
      status: "ungradable",
      eventId: detail.eventId,
      misfit: `${check.key}: no condition ${condition}`,
    };
  }
  const graded = gradeFinding(
    { check: check.definition.id, condition, rule, putRight: detail.putRight as Upkeep | undefined },
    policy,
    contextOf(check.key, condition, detail.sizeMm),
  );
  const finding: Finding = {
    ...graded,
    ...detail,
    check: check.key,
    part: check.definition.part,
    condition,
    place: rule.conditions === true,
  };
  return { status: "finding", eventId: detail.eventId, finding };
}
