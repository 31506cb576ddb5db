import { type Morning, type ShiftPlan, underWayIn } from "./morning";
import { timetableOf } from "./timetable";

/**
 * How a yard does it without a plan: down the list of crews, each has the first unit on its list that nobody has, and whoever
 * will be free first inspects it. What any plan is measured against.
 */
export function listOrder(morning: Morning): ShiftPlan {
  const given: Record<string, string> = {};
  const orders: Record<string, string[]> = Object.fromEntries(morning.people.map(({ id }) => [id, []]));
  const begun = underWayIn(morning);
  const taken = new Set<string>();
  const units = new Map(morning.units.map((unit) => [unit.id, unit]));
  for (const crew of morning.crews) {
    const unit = Object.keys(crew.canUse)
      .map((id) => units.get(id))
      .find((one) => one !== undefined && !taken.has(one.id));
    if (unit === undefined) continue;
    taken.add(unit.id);
    given[crew.id] = unit.id;
    if (!unit.ready && !begun.has(unit.id)) giveToFirstFree(morning, given, orders, unit);
  }
  for (const job of morning.jobs) if (!begun.has(job.id)) giveToFirstFree(morning, given, orders, job);
  return { given, orders };
}

function giveToFirstFree(
  morning: Morning,
  given: Readonly<Record<string, string>>,
  orders: Record<string, string[]>,
  work: { readonly id: string; readonly minutesBy: Readonly<Record<string, number>> },
): void {
  const { slots } = timetableOf(morning, { given, orders });
  const freeMin = (person: Morning["people"][number]) =>
    Math.max(
      person.fromMin,
      morning.nowMin,
      ...slots.filter(({ personId }) => personId === person.id).map(({ endMin }) => endMin),
    );
  const who = morning.people
    .filter(({ id }) => work.minutesBy[id] !== undefined)
    .sort((a, b) => freeMin(a) - freeMin(b))[0];
  if (who !== undefined) orders[who.id]?.push(work.id);
}
