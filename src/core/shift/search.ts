import { type Random, seeded } from "../vocabulary/seeded";
import { scoreOf } from "./cost";
import { Draft } from "./draft";
import { listOrder } from "./list-order";
import type { Morning, ShiftPlan } from "./morning";
import { type Timetable, timetablesOf } from "./timetable";

export interface Planned {
  readonly plan: ShiftPlan;
  readonly timetable: Timetable;
}

/** Pieces a step takes out of a plan at most. */
const mostTaken = 4;
/** Insertions that are tried in all: what bounds the time of a search, the same everywhere. */
const insertions = 280_000;
/** What a step counts as besides its own: laying a plan on the clock takes about as long as so many. */
const insertionsPerTimetable = 60;
/** Crew-minutes that a step may be worse than the one before, at the start of the search. */
const mostWorseMin = 60;
/** The last part of the search, in which nothing worse is gone along with. */
const carefulShare = 0.2;
/** Steps without anything better after which it starts again from the best. */
const patience = 200;

/**
 * The best plan found for a morning: from the list's own order, and from the plan in force where there is one, a few crews and
 * jobs are taken out again and again and put back where they cost least. The number of steps depends on the size alone and the
 * seed is fixed, so that the same morning always gets the same plan; never one that is worse than those it started from.
 *
 * @param before the plan in force: of plans that serve the crews alike, the one that changes least of it is chosen.
 * @param effort of the whole search, 0 to 1: less where many plans are asked for at once.
 */
export function planShift(morning: Morning, before?: ShiftPlan, effort = 1): Planned {
  const random = seeded(1);
  const laid = timetablesOf(morning, before);
  const judged = (plan: ShiftPlan) => {
    const timetable = laid(plan);
    return { plan, timetable, score: scoreOf(timetable.cost) };
  };
  const onGivenUnits = morning.jobs.filter(({ on }) => on?.crews === "wait");
  // A draft counts each order on its own: that a crew waits for a job on its unit is seen on the clock.
  const asPlanned = (plan: ShiftPlan) =>
    onGivenUnits.reduce((so, { id }) => {
      const without = judged({ ...so.plan, orders: withoutWork(so.plan.orders, id) });
      return without.score < so.score ? without : so;
    }, judged(plan));
  const completed = (draft: Draft): ShiftPlan => {
    draft.putBack(draft.unserved(), random);
    return draft.plan();
  };
  const starts = [
    completed(Draft.empty(morning, before)),
    listOrder(morning),
    ...(before === undefined ? [] : [before, completed(Draft.of(morning, before, before))]),
  ].map(asPlanned);
  let best = starts.reduce((a, b) => (b.score < a.score ? b : a));
  let draft = Draft.of(morning, best.plan, before);
  let here = best.score;
  let since = 0;
  const all = draft.everything().length === 0 ? 0 : insertions * effort;
  for (let left = all; left > 0; ) {
    const next = draft.copy();
    left -= insertionsPerTimetable + next.putBack(next.takeOut(some(random, next), random), random);
    const found = asPlanned(next.plan());
    since += 1;
    // A little worse is gone along with, less and less and at last not at all: the way to the best may lead past it.
    const bold = Math.max(0, left / all - carefulShare) / (1 - carefulShare);
    if (found.score < here + mostWorseMin * random() * random() * bold) {
      draft = next;
      here = found.score;
    }
    if (found.score < best.score) {
      best = found;
      since = 0;
    } else if (since > patience || (bold === 0 && here > best.score)) {
      draft = Draft.of(morning, best.plan, before);
      here = best.score;
      since = 0;
    }
  }
  return { plan: best.plan, timetable: best.timetable };
}

const withoutWork = (orders: ShiftPlan["orders"], id: string): ShiftPlan["orders"] =>
  Object.fromEntries(
    Object.entries(orders).map(([person, order]) => [person, order.filter((work) => work !== id)]),
  );

const some = (random: Random, draft: Draft): number =>
  1 + Math.floor(random() * Math.min(mostTaken, draft.everything().length));
