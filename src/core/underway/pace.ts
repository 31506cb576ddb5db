import { type CheckKey, writtenChecks } from "../catalogue/catalogue";
import { changeOf } from "../plan/change-key";
import { changeMin } from "../plan/variables";
import { stopOfKey } from "../record/by-stop";
import type { InspectionEvent } from "../record/events";

/** Answers from which one can tell whether a walk was walked. */
const enoughToJudge = 20;
/** How far from the catalogue's estimate, a practised person's, one answer may pull: a break, or filled in at home. */
const slowest = 10;
const quickest = 4;
const movementMin = 0.15;

const estimates = new Map(writtenChecks.map((check) => [check.id, check.minutes]));

/** What an event is estimated to take, and the check that learns from it; changes of the machine have only the first. */
function shareOf(event: InspectionEvent): { readonly id?: string; readonly estimate: number } | undefined {
  if (event.type === "skipped" || event.type === "matter") return undefined;
  if (event.type === "changed") {
    const change = changeOf(event.step);
    return change && { estimate: changeMin(change.variable, change.to) };
  }
  const id = event.check.split("@")[0] ?? "";
  return { id, estimate: estimates.get(id) ?? movementMin };
}

/** Events of one moment on one device, and the minutes since the event before; none where that was another device's. */
interface Act {
  readonly events: readonly InspectionEvent[];
  readonly tookMin: number | undefined;
}

function actsOf(events: readonly InspectionEvent[]): readonly Act[] {
  const acts: Act[] = [];
  for (let from = 1; from < events.length; ) {
    const [before, first] = [events[from - 1], events[from]] as [InspectionEvent, InspectionEvent];
    let to = from + 1;
    while (events[to]?.at === first.at && events[to]?.deviceId === first.deviceId) to += 1;
    const sameDevice = before.deviceId === first.deviceId;
    const tookMin = sameDevice ? (Date.parse(first.at) - Date.parse(before.at)) / 60_000 : undefined;
    acts.push({ events: events.slice(from, to), tookMin });
    from = to;
  }
  return acts;
}

/**
 * Minutes from the event before to each answer, by check, kept within reason of the catalogue's estimate. The answers
 * of one act, and what was changed on the machine before them, share the time since the event before as their
 * estimates do.
 */
export function minutesTaken(events: readonly InspectionEvent[]): ReadonlyMap<string, readonly number[]> {
  const taken = new Map<string, number[]>();
  for (const { events: act, tookMin } of actsOf(events)) {
    if (tookMin === undefined) continue;
    const shares = act.flatMap((event) => shareOf(event) ?? []);
    const all = shares.reduce((sum, { estimate }) => sum + estimate, 0);
    for (const { id, estimate } of shares) {
      if (id === undefined) continue;
      const mine = (tookMin * estimate) / all;
      const within = Math.min(estimate * slowest, Math.max(estimate / quickest, mine));
      taken.set(id, [...(taken.get(id) ?? []), within]);
    }
  }
  return taken;
}

/** Minutes given to a stop, and what a practised person needs for what was answered there. */
export interface Attention {
  readonly stop: string;
  readonly tookMin: number;
  readonly practisedMin: number;
  /** Nobody can do it in less: a quarter of that. */
  readonly leastMin: number;
}

/**
 * What each stop was given on these walks together, by what a practised person needs for it; in the order the stops were come to.
 * A break at a stop counts no longer than ten times that. For whoever walked alone: no two people are held against each other.
 */
export function attentionByStop(walks: readonly (readonly InspectionEvent[])[]): readonly Attention[] {
  const stops = new Map<string, { tookMin: number; practisedMin: number }>();
  for (const { events, tookMin } of walks.flatMap(actsOf)) {
    const answer = events.find((event) => event.type === "answered" || event.type === "measured");
    if (tookMin === undefined || answer === undefined) continue;
    const estimate = events.reduce((sum, event) => sum + (shareOf(event)?.estimate ?? 0), 0);
    const stop = stopOfKey(answer.check);
    const so = stops.get(stop) ?? { tookMin: 0, practisedMin: 0 };
    stops.set(stop, {
      tookMin: so.tookMin + Math.max(0, Math.min(tookMin, estimate * slowest)),
      practisedMin: so.practisedMin + estimate,
    });
  }
  return [...stops].map(([stop, so]) => ({ stop, ...so, leastMin: so.practisedMin / quickest }));
}

/** Fewer may be a slip of the finger. */
const fewestSaid = 3;

/**
 * Checks answered in less time than they can possibly be made in, by key: a quarter of what a practised person needs for
 * all of their act, what was set on the machine before it among them (field guide, section 18: skill is faster, and is
 * not accused). None where they are too few to say anything.
 */
export function quickerThanPossible(events: readonly InspectionEvent[]): readonly CheckKey[] {
  const quick = actsOf(events).flatMap(({ events: act, tookMin }) => {
    const least = act.reduce((sum, event) => sum + (shareOf(event)?.estimate ?? 0), 0) / quickest;
    if (tookMin === undefined || tookMin >= least) return [];
    return act.flatMap((event) =>
      event.type === "answered" || event.type === "measured" ? [event.check] : [],
    );
  });
  const checks = [...new Set(quick)];
  return checks.length < fewestSaid ? [] : checks;
}

/** A walk over in a small part of what its checks can possibly take was filled in, not walked: it teaches nothing. */
export function tooQuick(events: readonly InspectionEvent[]): boolean {
  const [first, last] = [events[0], events.at(-1)];
  if (first === undefined || last === undefined) return false;
  const answered = events.filter((event) => event.type === "answered" || event.type === "measured");
  const estimate = answered.reduce(
    (sum, event) => sum + (estimates.get(event.check.split("@")[0] ?? "") ?? movementMin),
    0,
  );
  return (
    answered.length >= enoughToJudge &&
    (Date.parse(last.at) - Date.parse(first.at)) / 60_000 < estimate / quickest
  );
}
