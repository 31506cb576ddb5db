import type { Visit } from "../plan/types";

/**
 * What each place of a walk is called: its number in the walk as it began. What is planned anew keeps the numbers
 * people have seen; a place come to once more than the walk had it is `13b`, and one the walk did not have takes the
 * number of the place before it.
 */
export function placeNumbers(
  begun: readonly Pick<Visit, "stop">[],
  now: readonly Pick<Visit, "stop">[],
): readonly string[] {
  const free = new Map<string, number[]>();
  for (const [index, { stop }] of begun.entries()) free.set(stop, [...(free.get(stop) ?? []), index + 1]);
  const turns = new Map<number, number>();
  let before = 1;
  return now.map(({ stop }) => {
    const [next] = free.get(stop)?.splice(0, 1) ?? [];
    const number = next ?? lastOf(begun, stop) ?? before;
    before = number;
    const turn = turns.get(number) ?? 0;
    turns.set(number, turn + 1);
    return `${number}${turn === 0 ? "" : letter(turn)}`;
  });
}

function lastOf(begun: readonly Pick<Visit, "stop">[], stop: string): number | undefined {
  const index = begun.findLastIndex((visit) => visit.stop === stop);
  return index < 0 ? undefined : index + 1;
}

/** `b` for the second turn, `z` for the 25th, then `ba`. */
function letter(turn: number): string {
  const letters = "abcdefghijklmnopqrstuvwxyz";
  const last = letters[turn % letters.length] ?? "";
  return turn < letters.length ? last : `${letter(Math.floor(turn / letters.length))}${last}`;
}
