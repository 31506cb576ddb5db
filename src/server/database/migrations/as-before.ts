/**
 * A function or a view as an earlier migration made it, to be put in place of what stands: what `made` has from its first
 * words as far as `end`.
 */
export function asBefore(made: string, firstWords: string, end = "END $$;"): string {
  const from = made.indexOf(firstWords);
  if (from < 0) throw new Error(`expected ${firstWords} in an earlier migration`);
  return made
    .slice(from, made.indexOf(end, from) + end.length)
    .replace("CREATE FUNCTION", "CREATE OR REPLACE FUNCTION");
}
