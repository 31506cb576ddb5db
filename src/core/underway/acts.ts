import type { Check } from "../catalogue/catalogue";
import type { Assessment } from "../grade/assess";
import type { How } from "../measure/methods";
import type { EventBody, EventOf } from "../record/events";
import { type Given, mayReplace, type Reduction } from "../record/reduce";

type Condition = Extract<EventOf<"answered">["result"], { kind: "condition" }>;
type Matter = Pick<EventOf<"matter">, "check" | "finding" | "says" | "reason">;

/** Steps of the plan that answering a check says were made: settings of the machine, not recorded yet. */
interface Sets {
  readonly sets: readonly string[];
}

/** Why an answer that was graded is taken back. */
interface Because {
  readonly because?: string;
}

/** All that a person can do on a walk. */
export type WalkAction =
  /** Checks are as they must be. `cause` is what explained a response that seemed wrong. */
  | ({ readonly act: "fine"; readonly checks: readonly Check[]; readonly cause?: string } & Sets & Because)
  | ({ readonly act: "found"; readonly check: Check; readonly result: Omit<Condition, "kind"> } & Sets &
      Because)
  | ({
      readonly act: "measured";
      readonly check: Check;
      readonly value: number;
      /** The limit as it was read off the machine, where the sheet has none. */
      readonly limitRead?: number;
      readonly how?: How;
    } & Sets &
      Because)
  /** Passed over: it says of nothing that it was set. */
  | ({ readonly act: "skipped"; readonly check: Check; readonly reason: string } & Sets & Because)
  /** Settings made, or something said of the day: steps of a `changed` event each. */
  | { readonly act: "changed"; readonly steps: readonly string[] }
  | ({ readonly act: "matter" } & Matter)
  /** Takes back an event the server could not take. */
  | { readonly act: "withdraw"; readonly event: string };

export type Recorded = Exclude<WalkAction, { act: "withdraw" }>;

type Stands = {
  readonly reduction: Pick<Reduction, "given">;
  readonly assessment: Pick<Assessment, "byCheck" | "findings">;
};

/** Why an act is not recorded as it is: it needs a reason, or what it would take back is somebody else's finding. */
export type NotYet = "needs_reason" | "theirs";

/** Whose act it is, as events say it (`by`), and the reason on record where a slip is put right. */
export interface Actor {
  readonly by?: string;
  readonly slip: string;
}

/**
 * The events of an act, in their order, or why there are none. An answer to what was answered before names the one it
 * stands for; what was not graded, a slip of a digit or a skip taken back, says `slip` for its reason. What another
 * person found stays beside it.
 */
export function eventsOf(action: Recorded, stands: Stands, actor: Actor): readonly EventBody[] | NotYet {
  switch (action.act) {
    case "changed":
      return action.steps.map(made);
    case "matter": {
      const { act: _act, ...body } = action;
      return [{ type: "matter", ...body }];
    }
    default: {
      const bodies: EventBody[] = [];
      for (const body of answersOf(action)) {
        const stood = standing(body, action.because, stands, actor);
        if (typeof stood === "string") return stood;
        bodies.push(stood);
      }
      return [...action.sets.map(made), ...bodies];
    }
  }
}

type AnswerBody = Exclude<EventBody, { type: "changed" | "matter" }>;

function answersOf(action: Exclude<Recorded, { act: "changed" | "matter" }>): readonly AnswerBody[] {
  switch (action.act) {
    case "fine": {
      const result = {
        kind: "fine",
        ...(action.cause === undefined ? {} : { cause: action.cause }),
      } as const;
      return action.checks.map(({ key }) => ({ type: "answered", check: key, result }));
    }
    case "found":
      return [{ type: "answered", check: action.check.key, result: { kind: "condition", ...action.result } }];
    case "measured": {
      const { check, value, limitRead, how } = action;
      return [
        {
          type: "measured",
          check: check.key,
          value,
          ...(limitRead === undefined ? {} : { limitRead }),
          ...(how === undefined ? {} : { how: { method: how.method, inputs: { ...how.inputs } } }),
        },
      ];
    }
    case "skipped":
      return [{ type: "skipped", check: action.check.key, reason: action.reason }];
  }
}

/** Of several answers to one check the last that found something, else the last that passed it over, else the last. */
const worstOf = (given: readonly Given[]): Given | undefined =>
  given.findLast(foundOrRead) ?? given.findLast(({ type }) => type === "skipped") ?? given.at(-1);

const foundOrRead = (given: Given): boolean =>
  given.type === "measured" || (given.type === "answered" && given.result.kind === "condition");

/** An answer as it stands to what was said of its check before. */
function standing(
  body: AnswerBody,
  because: string | undefined,
  { reduction, assessment }: Stands,
  { by, slip }: Actor,
): AnswerBody | NotYet {
  const given = reduction.given.get(body.check) ?? [];
  const before = worstOf(given.filter((event) => mayReplace({ by }, event)));
  const ended = assessment.byCheck.get(body.check)?.endedBy !== undefined;
  // The first thing found wrong where all seemed well needs no reason; anything else corrects what was said.
  const found = body.type === "answered" && body.result.kind === "condition";
  const wasFine = before?.type === "answered" && before.result.kind === "fine";
  // As listed, or passed over, is no word against what another person saw.
  const sees = found || body.type === "measured";
  if (before === undefined && given.length > 0 && !ended && !sees) return "theirs";
  if (before === undefined || ended || (found && wasFine)) return body;
  const graded = assessment.findings.some((finding) => finding.check === body.check);
  const reason = because ?? (graded ? undefined : slip);
  return reason === undefined ? "needs_reason" : { ...body, supersedes: { event: before.id, reason } };
}

const made = (step: string): EventBody => ({ type: "changed", step });
