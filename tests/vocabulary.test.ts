import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { findingGrades } from "@/core/vocabulary/grades";
import { outcomeIds, outcomes } from "@/core/vocabulary/outcomes";
import { scopeKinds } from "@/core/vocabulary/scope";
import { yardForFile } from "./database";

const yard = yardForFile();

/** The words the database itself accepts in a column, from its check constraint: the last `column IN (...)` of it. */
async function accepted(table: string, column: string): Promise<readonly string[]> {
  const { rows } = await sql<{ text: string }>`
    SELECT pg_get_constraintdef(oid) AS text FROM pg_constraint
    WHERE conrelid = ${table}::regclass AND contype = 'c'`.execute(yard.db);
  const own = rows.map(({ text }) => text).find((text) => text.startsWith(`CHECK ((${column} = ANY`));
  return [...(own ?? "").matchAll(/'([a-z_]+)'/g)].map(([, word]) => word ?? "");
}

describe("the database's own lists", () => {
  it.each([
    ["finding", "grade", findingGrades],
    ["seal", "outcome", outcomeIds],
    ["seal", "scope", scopeKinds],
  ] as const)("%s.%s are those of the vocabulary", async (table, column, words) => {
    expect(await accepted(table, column)).toHaveLength(words.length);
    expect(new Set(await accepted(table, column))).toEqual(new Set(words));
  });

  it("give a clearance an end for each outcome that clears, and for no other", async () => {
    const { rows } = await sql<{ text: string }>`
      SELECT pg_get_constraintdef(oid) AS text FROM pg_constraint
      WHERE conrelid = 'seal'::regclass AND pg_get_constraintdef(oid) LIKE '%clearance_ends_at IS NOT NULL%'`.execute(
      yard.db,
    );
    const named = [...(rows[0]?.text ?? "").matchAll(/'([a-z_]+)'/g)].map(([, word]) => word);
    expect(new Set(named)).toEqual(new Set(outcomeIds.filter((outcome) => outcomes[outcome].clears)));
  });
});
