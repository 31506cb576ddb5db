import type { KeyPlace, Keys } from "@/contract/workshop";
import { dayAndClock } from "../states";

/** Where a unit's key is and who has locked it off, each with since when. */
export function keyWords(
  t: (key: string, values?: Record<string, string>) => string,
  { key, lock }: Keys,
  zone: string,
): readonly string[] {
  const where = ({ holder, place, atMs }: KeyPlace) =>
    t("keys.since", { where: holder ?? place ?? "", time: dayAndClock(atMs, zone) });
  return [
    ...(key === undefined ? [] : [t("keys.key", { where: where(key) })]),
    ...(lock === undefined ? [] : [t("keys.lock", { where: where(lock) })]),
  ];
}
