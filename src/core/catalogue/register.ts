import type { CheckDefinition } from "./types";

/** What a check of a version asks, as far as an answer to it means something. Its words and minutes may change. */
export interface Meaning {
  readonly part: string;
  readonly conditions: readonly string[];
  /** The movement or quantity it is about, where it is about one. */
  readonly of?: string;
}

/** Every check id there ever was, with what each of its versions meant: records years old name them. */
export type Register = Readonly<
  Record<
    string,
    {
      readonly versions: Readonly<Record<string, Meaning>>;
      /** Why the catalogue asks it no more; the id is never used again. */
      readonly retired?: string;
    }
  >
>;

export function meaningOf({ part, conditions, test, measure }: CheckDefinition): Meaning {
  const of =
    measure === undefined
      ? test && `${test.station} ${test.function} ${test.direction}`
      : `${measure.quantity} ${measure.sense} ${measure.limit}`;
  return { part, conditions: Object.keys(conditions).sort(), ...(of === undefined ? {} : { of }) };
}

const same = (a: Meaning, b: Meaning) =>
  a.part === b.part && a.of === b.of && a.conditions.join() === b.conditions.join();

const latest = (versions: Readonly<Record<string, Meaning>>) =>
  Math.max(...Object.keys(versions).map(Number));

/** What is wrong between the register and the catalogue, each in words that say what to do. Empty where nothing is. */
export function registerProblems(register: Register, checks: readonly CheckDefinition[]): readonly string[] {
  const problems: string[] = [];
  const asked = new Map(checks.map((check) => [check.id, check]));
  if (asked.size < checks.length) problems.push("two checks of the catalogue have one id");
  for (const [id, { retired }] of Object.entries(register)) {
    if (retired === undefined && !asked.has(id))
      problems.push(`${id} is gone from the catalogue: say in the register why it is retired`);
    if (retired !== undefined && asked.has(id))
      problems.push(`${id} was retired (${retired}) and its id is never used again: take another`);
  }
  for (const check of asked.values()) {
    const entry = register[check.id];
    if (entry === undefined) {
      problems.push(`${check.id} is not in the register: run npm run docs`);
      continue;
    }
    const known = entry.versions[`${check.version}`];
    const last = latest(entry.versions);
    if (check.version < last)
      problems.push(`${check.id} is back at version ${check.version}: it had ${last}`);
    else if (check.version > last + 1)
      problems.push(`${check.id} skips from version ${last} to ${check.version}`);
    else if (known === undefined)
      problems.push(`version ${check.version} of ${check.id} is new: run npm run docs`);
    else if (!same(known, meaningOf(check)))
      problems.push(
        `${check.id} means something else than its version ${check.version} did: raise its version`,
      );
  }
  return problems;
}

/** The register with what is new in the catalogue. What it holds already stays as it is. */
export function extendRegister(register: Register, checks: readonly CheckDefinition[]): Register {
  const extended: Record<string, Register[string]> = { ...register };
  for (const check of checks) {
    const entry = extended[check.id];
    const version = `${check.version}`;
    if (entry?.retired !== undefined || entry?.versions[version] !== undefined) continue;
    if (entry !== undefined && check.version !== latest(entry.versions) + 1) continue;
    extended[check.id] = { ...entry, versions: { ...entry?.versions, [version]: meaningOf(check) } };
  }
  return Object.fromEntries(Object.entries(extended).sort(([a], [b]) => (a < b ? -1 : 1)));
}
