import { diagnoserOf, type Explanation } from "@/core/diagnose/diagnose";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import type { HandCase } from "./hand-cases";
import { answersIn } from "./read-case";

/** What is wrong with the diagnosis of a case; undefined where it is as the case says. */
export function wrongWith(one: HandCase): string | undefined {
  const diagnoser = diagnoserOf(demoSheets[one.sheet]);
  const { explanations } = diagnoser.diagnose(answersIn(diagnoser, one));
  const first = explanations.slice(0, 3);
  const missing = one.cause.filter((cause) => !first.some((each) => names(each, cause)));
  if (missing.length > 0)
    return `expected ${JSON.stringify(missing)} among the first three, got ${JSON.stringify(explanations.slice(0, 4))}`;
  const best = explanations[0]?.fit;
  const blamed = explanations
    .filter(({ fit }) => fit === best)
    .flatMap(({ groups }) => groups.flat().map(({ component }) => component));
  const wrongly = one.not?.filter((component) => blamed.includes(component)) ?? [];
  return wrongly.length > 0 ? `blames ${wrongly.join(", ")}, which the comparison rules out` : undefined;
}

const names = ({ groups }: Explanation, cause: HandCase["cause"][number]): boolean =>
  groups.length === cause.length &&
  cause.every((fault) =>
    groups.some((group) => group.some((f) => f.component === fault.component && f.mode === fault.mode)),
  );
