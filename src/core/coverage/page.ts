import { interlocks } from "../machine/interlocks";
import { buildMachine } from "../machine/machine";
import { families, powersOf } from "../vocabulary/families";
import { figureIds } from "../vocabulary/figures";
import { parts } from "../vocabulary/parts";
import { sections } from "./clauses/clauses";
import { checksOfFamily, idsNamed, knownIds, unknownSheet } from "./ids";

/** Parts, conditions, checks, function tests and interlocks of one family, whatever is fitted. */
export interface FamilyCounts {
  readonly parts: number;
  readonly conditions: number;
  readonly checks: number;
  readonly functionTests: number;
  readonly interlocks: number;
}

export function countsOf(family: (typeof families)[number]): FamilyCounts {
  const checks = checksOfFamily(family);
  const interlocks = new Set(
    powersOf[family].flatMap((power) =>
      buildMachine(unknownSheet(family, power, "solid")).interlocks.map((i) => i.id),
    ),
  );
  return {
    parts: new Set(checks.map((c) => c.definition.part)).size,
    conditions: checks.reduce((sum, c) => sum + Object.keys(c.conditions).length, 0),
    checks: checks.length,
    functionTests: checks.filter((c) => c.definition.test !== undefined).length,
    interlocks: interlocks.size,
  };
}

/** The coverage page: what each clause of the job is served by, and what each family comes to. */
export function coveragePage(): string {
  const known = knownIds();
  const lines = [
    "# Coverage",
    "",
    "Made by `npm run docs`; do not edit. Every clause of the job and the ids that serve it. `kind:name*` stands",
    "for all the ids it names, with their number behind it.",
    "",
    "## What each family comes to",
    "",
    "With everything fitted that the family can have, over all its powers and tyres. Conditions are counted on",
    "each check, those possible on every part included.",
    "",
    "| family | parts | conditions | checks | function tests | interlocks |",
    "| --- | --- | --- | --- | --- | --- |",
    ...families.map((family) => {
      const n = countsOf(family);
      return `| ${family.replaceAll("_", " ")} | ${n.parts} | ${n.conditions} | ${n.checks} | ${n.functionTests} | ${n.interlocks} |`;
    }),
    "",
    `The catalogue names ${Object.keys(parts).length} parts, the sheet ${figureIds.length} figures.`,
  ];
  for (const section of sections) {
    lines.push("", `## ${section.number}. ${section.title}`);
    for (const { clause, served } of section.clauses) {
      lines.push("", `### ${clause}`, "");
      lines.push(
        served
          .map((id) => (id.includes("*") ? `\`${id}\` (${idsNamed(id, known).length})` : `\`${id}\``))
          .join(", "),
      );
    }
  }
  lines.push(
    "",
    "## Interlocks no check tries",
    "",
    "Every other interlock is tried by a check on every machine that has it.",
    "",
    "| interlock | why not |",
    "| --- | --- |",
    ...interlocks.flatMap(({ id, untried }) => (untried === undefined ? [] : [`| \`${id}\` | ${untried} |`])),
  );
  return `${lines.join("\n")}\n`;
}
