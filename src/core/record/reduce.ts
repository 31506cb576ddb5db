import type { CheckKey } from "../catalogue/catalogue";
import type { How } from "../measure/methods";
import type { EventOf, InspectionEvent } from "./events";
import { type LookedInto, lookedIntoIn } from "./looked-into";
import { madeOnIn } from "./made-on-step";
import { compareText, inOrder } from "./order";

/** An answer, a reading or a skip for one check. */
export type Given = EventOf<"answered"> | EventOf<"measured"> | EventOf<"skipped">;

export interface Reduction {
  /** All that was given for each check and not superseded, in order. More than one: the worst stands. */
  readonly given: ReadonlyMap<CheckKey, readonly Given[]>;
  /** Changes of state that were made, by plan step. */
  readonly changed: ReadonlySet<string>;
  /** Responses that did not come and were looked into. */
  readonly lookedInto: LookedInto;
  /** What tests were made on, where somebody measured it. */
  readonly madeOn: ReadonlyMap<CheckKey, How>;
  /** What was last said of each inherited finding, by its id. */
  readonly matters: ReadonlyMap<string, EventOf<"matter">>;
  /** Events the server could not take and the person took back: shown, and nothing with one of them clears. */
  readonly withdrawn: number;
  readonly problems: readonly ReplayProblem[];
}

export interface ReplayProblem {
  readonly eventId: string;
  readonly problem: "gap" | "supersedes_unknown" | "supersedes_other_check" | "supersedes_others";
  readonly detail: string;
}

/**
 * Reads events into what stands. The same function on the device and on the server. A repeated id counts once.
 * Never throws: what does not fit is listed as a problem.
 */
export function reduce(events: readonly InspectionEvent[]): Reduction {
  const ordered = inOrder(events);
  const problems: ReplayProblem[] = [...gaps(ordered)];
  const byId = new Map(ordered.map((event) => [event.id, event]));
  const superseded = new Set<string>();
  for (const event of ordered) {
    if (!isAnswer(event) || event.supersedes === undefined) continue;
    const target = byId.get(event.supersedes.event);
    if (target === undefined || !isAnswer(target)) {
      problems.push({ eventId: event.id, problem: "supersedes_unknown", detail: event.supersedes.event });
    } else if (target.check !== event.check) {
      problems.push({ eventId: event.id, problem: "supersedes_other_check", detail: target.check });
    } else if (!mayReplace(event, target)) {
      problems.push({ eventId: event.id, problem: "supersedes_others", detail: target.id });
    } else superseded.add(target.id);
  }
  const given = new Map<CheckKey, readonly Given[]>();
  const changed = new Set<string>();
  const matters = new Map<string, EventOf<"matter">>();
  for (const event of ordered) {
    if (event.type === "changed") changed.add(event.step);
    else if (event.type === "matter") matters.set(event.finding, event);
    else if (!superseded.has(event.id)) given.set(event.check, [...(given.get(event.check) ?? []), event]);
  }
  const withdrawn = [...changed].filter((step) => step.startsWith("withdrawn")).length;
  return {
    given,
    changed,
    lookedInto: lookedIntoIn(ordered),
    madeOn: madeOnIn(ordered),
    matters,
    withdrawn,
    problems,
  };
}

/** Whether an event answers a check: in words, by a reading, or by passing it over. */
export const isAnswer = (event: InspectionEvent): event is Given =>
  event.type === "answered" || event.type === "measured" || event.type === "skipped";

/**
 * Whether one answer may take the place of another. What somebody found or measured is theirs to take back; what another
 * says of it stands beside it. Passed over or as listed, anybody on the walk may answer it again.
 */
export const mayReplace = (later: Pick<Given, "by">, earlier: Given): boolean =>
  later.by === earlier.by ||
  earlier.type === "skipped" ||
  (earlier.type === "answered" && earlier.result.kind === "fine");

/** Sequence numbers missing from any device's run. */
export function gaps(
  events: readonly Pick<InspectionEvent, "deviceId" | "seq" | "id">[],
): readonly ReplayProblem[] {
  const last = new Map<string, number>();
  const found: ReplayProblem[] = [];
  const sorted = [...events].sort((a, b) => compareText(a.deviceId, b.deviceId) || a.seq - b.seq);
  for (const event of sorted) {
    const expected = (last.get(event.deviceId) ?? 0) + 1;
    if (event.seq > expected) {
      const missing = event.seq - 1 === expected ? `${expected}` : `${expected} to ${event.seq - 1}`;
      found.push({ eventId: event.id, problem: "gap", detail: `${event.deviceId}: ${missing}` });
    }
    last.set(event.deviceId, Math.max(event.seq, expected - 1));
  }
  return found;
}
