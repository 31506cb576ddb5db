import type { ClockId } from "@/contract/clocks";
import type { ShiftBoard, WhoAndWhen } from "@/contract/shift";

/** A piece of work of a plan, as it stands on somebody's own list: an inspection for a crew, a re-test, or a job that comes round. */
export interface PlannedWork extends WhoAndWhen {
  readonly id: string;
  readonly plate: string;
  readonly of:
    | { readonly crew: string; readonly place: string }
    | { readonly retest: string }
    | { readonly job: ClockId };
}

/** All that a plan gives somebody to do, the first first. */
export function plannedWork({ rows, retests, jobs }: ShiftBoard): readonly PlannedWork[] {
  const work = (
    id: string,
    plate: string,
    slot: WhoAndWhen | undefined,
    of: PlannedWork["of"],
  ): readonly PlannedWork[] => (slot === undefined ? [] : [{ ...slot, id, plate, of }]);
  return [
    ...rows.flatMap(({ unitId, plate, slot, crew, place }) => work(unitId, plate, slot, { crew, place })),
    ...retests.flatMap(({ unitId, plate, slot, number }) => work(unitId, plate, slot, { retest: number })),
    ...jobs.flatMap(({ id, plate, slot, job }) => work(id, plate, slot, { job })),
  ].sort((a, b) => a.startMs - b.startMs);
}

export type WorkWords = (key: string, values?: Record<string, string>) => string;

/** What it is, in words: of an inspection for whom and where. `t` knows the words of the shift and of jobs. */
export function workWords(t: WorkWords, { of }: Pick<PlannedWork, "of">): string {
  if ("crew" in of) return `${of.crew}, ${of.place}`;
  return "retest" in of ? t("shift.plan.retestOf", { number: of.retest }) : t(`job.${of.job}`);
}
