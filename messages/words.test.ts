import { type MessageFormatElement, parse, TYPE } from "@formatjs/icu-messageformat-parser";
import { describe, expect, it } from "vitest";
import { messages, messagesOf } from "@/app/messages";
import { displayIds, displayValues, languages } from "@/contract/display";
import { checksOf } from "@/core/catalogue/catalogue";
import { interlocks } from "@/core/machine/interlocks";
import { canBeFound, foundKinds, foundState } from "@/core/plan/found";
import { planInspection } from "@/core/plan/plan";
import type { Sheet } from "@/core/sheet/sheet";
import { families } from "@/core/vocabulary/families";
import { grades } from "@/core/vocabulary/grades";
import { outcomeIds } from "@/core/vocabulary/outcomes";
import { parts } from "@/core/vocabulary/parts";
import { practiceIds, practices, usualPractice } from "@/core/vocabulary/practice";
import { scopeKinds } from "@/core/vocabulary/scope";
import { lampIds, soundIds } from "@/core/vocabulary/signs";
import { wordsOf } from "@/core/vocabulary/state/table";
import { planIds } from "@/core/vocabulary/state/values";
import { upkeepIds } from "@/core/vocabulary/upkeep";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { problemWords } from "@/server/http/problem-words";

/** The words at a dotted key, or undefined. */
function words(key: string): string | undefined {
  const found = key
    .split(".")
    .reduce<unknown>(
      (at, part) =>
        typeof at === "object" && at !== null ? (at as Record<string, unknown>)[part] : undefined,
      messages,
    );
  return typeof found === "string" && found.trim() !== "" ? found : undefined;
}

const missing = (keys: Iterable<string>) => [...new Set(keys)].filter((key) => words(key) === undefined);
const sheets: readonly Sheet[] = Object.values(demoSheets);
const everything = sheets.flatMap((sheet) => [...checksOf(sheet), ...checksOf({ ...sheet, features: {} })]);

/** Every message of a language, by its dotted key. */
function leavesOf(words: object, path: readonly string[] = []): readonly (readonly [string, string])[] {
  return Object.entries(words).flatMap(([key, value]: [string, unknown]) =>
    typeof value === "string"
      ? [[[...path, key].join("."), value] as const]
      : leavesOf(value as object, [...path, key]),
  );
}

/** The values a message asks for, by name and kind. A message that cannot be read is an error. */
function askedIn(message: string): readonly string[] {
  const asked = (elements: readonly MessageFormatElement[]): readonly string[] =>
    elements.flatMap((element) => {
      if (element.type === TYPE.argument) return [element.value];
      if (element.type !== TYPE.plural) return [];
      return [
        `${element.value}, counted`,
        ...Object.values(element.options).flatMap(({ value }) => asked(value)),
      ];
    });
  return [...new Set(asked(parse(message)))].sort();
}

/** Words that are the same in both. */
const sameInSpanish: readonly string[] = [
  "09.03.2024",
  "2024-03-09",
  "Auditor",
  "Manual",
  "Min",
  "PDF",
  "PIN",
  "Panel, {station}",
  "Rook Step",
  "Supervisor",
  "no",
  "{by}, {when}",
  "{colour}, {shape}, {at}",
  "{day}, {name}",
  "{hours} h",
  "{minutes} min",
  "{name} ({kind})",
  "{name}, {minutes} min",
  "{name}, {time}",
  "{name}, {time}",
  "{person}, {unit}: {job}",
  "{place}, {month}",
  "{plate}, {number}: {stood}",
  "{plate}: {what}",
  "{time}  {plate}  {what}",
  "{what}",
];

describe("the message files", () => {
  it("have words for every check, condition, caution, rule, part and thing to carry", () => {
    const keys = everything.flatMap(({ at, conditions, definition }) => [
      ...(definition.test === undefined
        ? definition.id.startsWith("stop.")
          ? ["check.stop_button.title", "check.stop_button.look"]
          : [`check.${definition.id}.title`, `check.${definition.id}.look`]
        : [`function.${definition.test.function}`, `direction.${definition.test.direction}`]),
      `stop.${at}`,
      ...Object.keys(conditions).map((id) => `condition.${id}`),
      ...Object.values(conditions).flatMap((rule) => [
        ...(rule.floor === undefined ? [] : [`rule.floor.${rule.floor}`]),
        ...(rule.upkeep === undefined ? [] : [`upkeep.${rule.upkeep}`]),
      ]),
      ...(definition.cautions ?? []).map((id) => `caution.${id}`),
      ...(definition.carry ?? []).map((id) => `carry.${id}`),
      ...(definition.measure === undefined ? [] : [`quantity.${definition.measure.quantity}`]),
    ]);
    expect(missing(keys)).toEqual([]);
    expect(
      missing([
        ...Object.keys(parts).map((id) => `part.${id}`),
        ...interlocks.map((i) => `interlock.${i.id}`),
        ...interlocks.filter((i) => i.effect === "refuse").map((i) => `checked.${i.id}`),
        ...families.map((f) => `family.${f}`),
      ]),
    ).toEqual([]);
  });

  it("have words for every grade, outcome, scope, practice and small thing fixed on the spot", () => {
    const practice = practiceIds.flatMap((id) => [
      `plan.practice.${id}`,
      ...practices[id].map((value) => `plan.practiceValue.${id}.${value}`),
    ]);
    const rest = [
      ...grades.map((grade) => `grade.${grade}`),
      ...outcomeIds.map((outcome) => `outcome.${outcome}`),
      ...scopeKinds.map((scope) => `record.scope.${scope}`),
      ...upkeepIds.map((id) => `upkeep.${id}`),
    ];
    expect(missing([...practice, ...rest])).toEqual([]);
  });

  it("have words for every lamp and sound, and for every state a plan asks for", () => {
    const states = planIds.flatMap((id) => [
      `variable.${id}`,
      ...(wordsOf(id) ?? []).map((word) => `value.${word}`),
    ]);
    const signs = [...lampIds.map((id) => `lamp.${id}`), ...soundIds.map((id) => `sound.${id}`)];
    expect(missing([...states, ...signs, "value.unknown"])).toEqual([]);
  });

  it("have words for every change of state a plan may ask for", () => {
    // Every practice and every way a machine may be found, so that the rarer changes are among them.
    const early = { ...usualPractice, auxiliary: "first", guards: "early" } as const;
    const keys = sheets.flatMap((sheet) =>
      foundKinds
        .filter((kind) => canBeFound(sheet, kind))
        .flatMap((kind) =>
          [usualPractice, early].flatMap(
            (practice) =>
              planInspection({ sheet, scope: { kind: "full" }, practice, found: foundState(sheet, [kind]) })
                .steps,
          ),
        )
        .flatMap((step) =>
          step.kind === "check"
            ? []
            : [
                `change.${step.change.variable}.${step.change.to}`,
                `variable.${step.change.variable}`,
                `value.${step.change.to}`,
                `value.${step.change.from}`,
              ],
        ),
    );
    expect(missing(keys)).toEqual([]);
  });

  it("have words for every way a device may show things", () => {
    const keys = displayIds.flatMap((id) => [
      `display.${id}.title`,
      ...(id === "language" ? [] : displayValues(id).map((value) => `display.${id}.${value}`)),
    ]);
    expect(missing(keys)).toEqual([]);
  });

  it.each(languages.filter((language) => language !== "en"))(
    "say in %s all that English does, with the same figures and counts in it, and in its own words",
    (language) => {
      const english = new Map(leavesOf(messages));
      const other = new Map(leavesOf(messagesOf(language)));
      expect([...other.keys()].sort()).toEqual([...english.keys()].sort());
      const differ = [...english].filter(([key, words]) => {
        const said = other.get(key) ?? "";
        return said.trim() === "" || askedIn(said).join() !== askedIn(words).join();
      });
      expect(differ.map(([key]) => key)).toEqual([]);
      const untranslated = [...english].filter(([key, words]) => other.get(key) === words);
      expect(untranslated.map(([, words]) => words).sort()).toEqual(sameInSpanish);
    },
  );

  it("name every problem the server may answer with, in each language alike", () => {
    const codes = languages.map((language) => Object.keys(problemWords[language]).sort());
    expect(new Set(codes.map((all) => all.join())).size).toBe(1);
    for (const language of languages)
      expect(Object.values(problemWords[language]).filter((words) => words.trim() === "")).toEqual([]);
  });

  it("never call a machine safe", () => {
    const all = JSON.stringify(messages).toLowerCase();
    expect(all.match(/\bis safe\b|\bsafe to\b/g)?.length ?? 0).toBe(1);
    expect(all).toContain("never that a machine is safe");
  });
});
