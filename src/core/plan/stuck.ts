import type { Group } from "./groups";

/**
 * The group to leave out where no order keeps every rule: the first of those that wait for each other in a circle, or,
 * where none does, the last. A sheet nobody thought of then costs a check, said as one that cannot be reached, and
 * never a walk.
 */
export function stuckAmong(groups: readonly Group[]): Group | undefined {
  const placed = new Set<number>();
  let free: readonly Group[];
  do {
    free = groups.filter(({ index, after }) => !placed.has(index) && after.every((one) => placed.has(one)));
    for (const { index } of free) placed.add(index);
  } while (free.length > 0);
  const waiting = groups.filter(({ index }) => !placed.has(index));
  // Of those that wait, one is in a circle if following what it waits for comes back to it.
  return waiting.find((group) => waitsForItself(group, groups)) ?? groups.at(-1);
}

function waitsForItself({ index }: Group, groups: readonly Group[]): boolean {
  const seen = new Set<number>();
  const ahead = [...(groups[index]?.after ?? [])];
  for (let one = ahead.pop(); one !== undefined; one = ahead.pop()) {
    if (one === index) return true;
    if (seen.has(one)) continue;
    seen.add(one);
    ahead.push(...(groups[one]?.after ?? []));
  }
  return false;
}
