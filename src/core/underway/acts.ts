import type { Check } from "../catalogue/catalogue";
import type { Assessment } from "../grade/assess";
import type { EventBody, EventOf } from "../record/events";
import type { Reduction } from "../record/reduce";

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

/**
 * The events of an act, in their order, or that a graded answer needs a reason to be taken back. An answer to what was
 * answered before names the one it stands for; what was not graded, a slip of a digit or a skip taken back, says `slip`
 * for its reason.
 */
export function eventsOf(
  action: Recorded,
  stands: Stands,
  slip: string,
): readonly EventBody[] | "needs_reason" {
  switch (action.act) {
    case "changed":
      return action.steps.map(made);
    case "matter": {
      const { act: _act, ...body } = action;
      return [{ type: "matter", ...body }];
    }
    default: {
      const bodies = answersOf(action).map((body) => standing(body, action.because, stands, slip));
      if (bodies.includes("needs_reason")) return "needs_reason";
      return [...action.sets.map(made), ...bodies.filter((body) => body !== "needs_reason")];
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
      const { check, value, limitRead } = action;
      return [
        { type: "measured", check: check.key, value, ...(limitRead === undefined ? {} : { limitRead }) },
      ];
    }
    case "skipped":
      return [{ type: "skipped", check: action.check.key, reason: action.reason }];
  }
}

/** An answer as it stands to what was said of its check before. */
function standing(
  body: AnswerBody,
  because: string | undefined,
  { reduction, assessment }: Stands,
  slip: string,
): AnswerBody | "needs_reason" {
  const before = reduction.given.get(body.check)?.at(-1);
  const ended = assessment.byCheck.get(body.check)?.endedBy !== undefined;
  // The first thing found wrong where all seemed well needs no reason; anything else corrects what was said.
  const found = body.type === "answered" && body.result.kind === "condition";
  const wasFine = before?.type === "answered" && before.result.kind === "fine";
  if (before === undefined || ended || (found && wasFine)) return body;
  const graded = assessment.findings.some((finding) => finding.check === body.check);
  const reason = because ?? (graded ? undefined : slip);
  return reason === undefined ? "needs_reason" : { ...body, supersedes: { event: before.id, reason } };
}

const made = (step: string): EventBody => ({ type: "changed", step });
