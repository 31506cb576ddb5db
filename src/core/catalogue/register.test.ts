import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { writtenChecks } from "./catalogue";
import { extendRegister, type Register, registerProblems } from "./register";
import type { CheckDefinition } from "./types";

const register = JSON.parse(readFileSync("src/core/catalogue/check-register.json", "utf8")) as Register;
const [first, second] = writtenChecks as [CheckDefinition, CheckDefinition];
const without = (id: string) => writtenChecks.filter((check) => check.id !== id);
const changed = (change: Partial<CheckDefinition>) =>
  writtenChecks.map((check) => (check === first ? { ...check, ...change } : check));

describe("the register of check ids", () => {
  it("holds every check of the catalogue as it means, and none is lost or reused", () => {
    expect(registerProblems(register, writtenChecks)).toEqual([]);
  });

  const planted: readonly [name: string, problems: readonly string[], expected: RegExp][] = [
    ["a check taken out", registerProblems(register, without(first.id)), /is gone from the catalogue/],
    [
      "an id used again",
      registerProblems({ ...register, [first.id]: { versions: {}, retired: "x" } }, writtenChecks),
      /never used again/,
    ],
    [
      "another meaning",
      registerProblems(register, changed({ part: second.part === first.part ? "rails" : second.part })),
      /raise its version/,
    ],
    ["a condition taken out", registerProblems(register, changed({ conditions: {} })), /raise its version/],
    ["a version raised", registerProblems(register, changed({ version: first.version + 1 })), /is new: run/],
    ["a version skipped", registerProblems(register, changed({ version: first.version + 2 })), /skips from/],
    [
      "a version gone back",
      registerProblems(extendRegister(register, changed({ version: first.version + 1 })), writtenChecks),
      /is back at version/,
    ],
    [
      "one id for two",
      registerProblems(register, [...writtenChecks, { ...second, id: first.id }]),
      /have one id/,
    ],
    [
      "a new check",
      registerProblems(register, [...writtenChecks, { ...first, id: "new.check" }]),
      /not in the register/,
    ],
  ];
  for (const [name, problems, expected] of planted) {
    it(`notices ${name}`, () => expect(problems.join("\n")).toMatch(expected));
  }

  it("is only added to: what it holds stays, whatever the catalogue has become", () => {
    const other = [...changed({ part: "rails", conditions: {} }), { ...first, id: "new.check", version: 1 }];
    const extended = extendRegister(register, other);
    for (const [id, entry] of Object.entries(register)) expect(extended[id]).toEqual(entry);
    expect(Object.keys(extended).length).toBe(Object.keys(register).length + 1);
    // A retired id does not come back by itself.
    const retired: Register = { ...register, [first.id]: { versions: {}, retired: "asked no more" } };
    expect(extendRegister(retired, writtenChecks)[first.id]).toEqual(retired[first.id]);
  });
});
