import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { workplaceNumbers } from "../vocabulary/workplace-rules";
import type { Job } from "./job";
import type { LoadRange } from "./load-range";

/** What stands in a platform, in kg. `unknown`: the things whose weight nobody knows. */
export interface Carried {
  readonly totalKg: number;
  readonly personsKg: number;
  readonly itemsKg: number;
  readonly onExtensionKg: number;
  readonly unknown: readonly string[];
}

/** The sum of what a job carries: persons with their kit, and each thing by its count. */
export function carriedBy(job: Job, sitePersonKg: number | undefined): Carried {
  const eachKg = Math.max(
    job.personKg ?? 0,
    job.personKg === null ? (sitePersonKg ?? workplaceNumbers.personKg.unsaid) : 0,
  );
  const weigh = (items: Job["items"]) =>
    items.reduce((sum, { count, eachKg: one }) => sum + count * (one ?? 0), 0);
  const personsKg = job.persons * eachKg;
  const itemsKg = weigh(job.items);
  return {
    personsKg,
    itemsKg,
    totalKg: personsKg + itemsKg,
    onExtensionKg:
      Math.min(job.onExtension, job.persons) * eachKg +
      weigh(job.items.filter(({ on }) => on === "extension")),
    unknown: job.items.filter(({ eachKg: one }) => one === null).map(({ id }) => id),
  };
}

/** What a platform may carry in a load range, in kg; of a machine with one range its only one. Undefined where unknown. */
export function ratedKg(sheet: Sheet, range: LoadRange): number | undefined {
  const usual = figureOf(sheet, "rated_load");
  if (range === "usual") return usual;
  return figureOf(sheet, "rated_load_heavy") ?? usual;
}

/** The heaviest next thing that still may come aboard, on the platform or on its extension, in kg; never below 0. */
export function heaviestNextKg(
  carried: Carried,
  rated: number | undefined,
  extension: number | undefined,
): { readonly platformKg: number | undefined; readonly extensionKg: number | undefined } {
  if (carried.unknown.length > 0 || rated === undefined)
    return { platformKg: undefined, extensionKg: undefined };
  const platformKg = Math.max(0, rated - carried.totalKg);
  return {
    platformKg,
    extensionKg:
      extension === undefined
        ? undefined
        : Math.max(0, Math.min(platformKg, extension - carried.onExtensionKg)),
  };
}
