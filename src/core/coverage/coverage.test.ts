import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { sections } from "./clauses/clauses";
import { idsNamed, knownIds } from "./ids";
import { coveragePage } from "./page";

describe("coverage of the job", () => {
  const known = knownIds();

  it("leaves no clause of sections 4 to 17 empty, and names nothing that is not there", () => {
    expect(sections.map((s) => s.number)).toEqual([4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17]);
    const clauses = sections.flatMap((s) => s.clauses);
    expect(clauses.filter((c) => c.served.length === 0)).toEqual([]);
    expect(clauses.flatMap((c) => c.served).filter((id) => idsNamed(id, known).length === 0)).toEqual([]);
  });

  it("has every check serve a clause", () => {
    const served = new Set(
      sections.flatMap((s) => s.clauses.flatMap((c) => c.served.flatMap((id) => idsNamed(id, known)))),
    );
    expect([...known].filter((id) => id.startsWith("check:") && !served.has(id))).toEqual([]);
  });

  it("is on paper as it is in the code: run `npm run docs` when this fails", () => {
    expect(readFileSync("docs/coverage.md", "utf8")).toBe(coveragePage());
  });
});
