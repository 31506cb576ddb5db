import type { Morning } from "./morning";

/** Where units are parked that stand at no place by name. */
export const yard = "yard";

/** Places by their ids: what each is called, and how many minutes it is on foot from the yard. */
export type Ways = ReadonlyMap<string, { readonly name: string; readonly yardMin: number }>;

/** From one place to another one goes by the yard: how far they are apart nobody has said. */
export function walkingBetween(ways: Ways): Morning["walkingMin"] {
  const far = [[yard, 0] as const, ...[...ways].map(([id, { yardMin }]) => [id, yardMin] as const)];
  return Object.fromEntries(
    far.map(([from, a]) => [from, Object.fromEntries(far.map(([to, b]) => [to, from === to ? 0 : a + b]))]),
  );
}

/**
 * Minutes to bring a unit to its crew: none where it stands there already, `moveMin` from the yard, and the way to the yard before that
 * from anywhere else. `parkedAt`: the id of a place, or null for the yard; `needed`: the name of the crew's.
 */
export function moveMinFrom(parkedAt: string | null, needed: string, moveMin: number, ways: Ways): number {
  const from = parkedAt === null ? undefined : ways.get(parkedAt);
  if (from === undefined) return moveMin;
  return from.name.toLowerCase() === needed.trim().toLowerCase() ? 0 : from.yardMin + moveMin;
}
