import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import fc from "fast-check";
import { sql } from "kysely";
import Papa from "papaparse";
import { beforeAll, describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { type DemoAnswer, walkAndSign } from "@/server/demo/walk";
import { keyFingerprint } from "@/server/ledger/key";
import { askedIn, type RecordsAsked } from "@/server/records/asked";
import { bundleOf } from "@/server/records/bundle";
import { exportOf } from "@/server/records/export";
import { findRecords, recordsPage } from "@/server/records/find";
import { keepView, removeView, viewsOf } from "@/server/records/views";
import { addUnit, at, begin, tagOut, yardForFile } from "./database";

const yard = yardForFile();
const here = { siteId: "yard", zone: "UTC" };
const day = 24 * 60;

interface Made {
  readonly id: string;
  readonly plate: string;
  readonly by: "operator" | "second";
  readonly minute: number;
  readonly condition?: string;
  readonly note?: string;
}
const made: Made[] = [];

const faults: readonly (readonly [string, DemoAnswer])[] = [
  ["doc.decals", { condition: "unreadable", note: "Capacity decal faded, rear left" }],
  ["rails.condition", { condition: "scuffed" }],
  [
    "platform.deck",
    { condition: "slippery", putRight: "clean", note: "Oil on the deck; wiped" } as DemoAnswer,
  ],
];

beforeAll(async () => {
  // Many more units than have records, before those that do.
  await addUnit(yard.db, "RC-99", slabScissorSheet);
  await sql`INSERT INTO unit (id, plate, serial, site_id, family, sheet_version_id, examination_due)
    SELECT gen_random_uuid(), 'RC-9' || n, 'more ' || n, site_id, family, sheet_version_id, examination_due
    FROM unit, generate_series(100, 399) n WHERE plate = 'RC-99'`.execute(yard.db);
  for (const [u, plate] of ["RC-1", "RC-2", "RC-31"].entries()) {
    const unitId = await addUnit(yard.db, plate, slabScissorSheet);
    for (let walk = 0; walk < 5; walk++) {
      const by = (u + walk) % 2 === 0 ? ("operator" as const) : ("second" as const);
      const minute = (walk * 3 + u) * day;
      const id = await begin(yard, unitId, yard.people[by], minute);
      const fault = faults[(u + walk) % 4];
      await walkAndSign(
        yard.db,
        {
          ...{ inspectionId: id, personId: yard.people[by], signer: "t", random: yard.random },
          answers: fault === undefined ? {} : { [fault[0]]: fault[1] },
        },
        at(minute + 1),
      );
      const said = fault?.[1];
      made.push({
        ...{ id, plate, by, minute },
        ...(said !== undefined && "condition" in said && { condition: said.condition, note: said.note }),
      });
    }
  }
  await tagOut(yard, "RC-2", yard.people.operator, 40 * day);
});

const idsOf = async (asked: RecordsAsked) => {
  const ids: string[] = [];
  let before: string | undefined;
  do {
    const { rows, next } = await findRecords(yard.db, here, { ...asked, before }, 4);
    ids.push(...rows.map(({ inspectionId }) => inspectionId));
    before = next;
  } while (before !== undefined);
  return ids;
};
const dayOf = (minute: number) => at(minute).toISOString().slice(0, 10);

describe("records are found", () => {
  const asked: fc.Arbitrary<RecordsAsked> = fc.record(
    {
      unit: fc.constantFrom("RC-1", "rc 2", "RC3", "nothing"),
      condition: fc.constantFrom("unreadable", "scuffed", "slippery", "cracked"),
      words: fc.constantFrom("decal", "wiped deck", "nothing"),
      from: fc.constantFrom(dayOf(0), dayOf(4 * day)),
      to: fc.constantFrom(dayOf(5 * day), dayOf(9 * day)),
      person: fc.constantFrom("operator", "second"),
    },
    { requiredKeys: [] },
  );

  it("by any of it together, page by page, each once and the latest first: against a few lines that look through all", async () => {
    const { name: operator } = await yard.db
      .selectFrom("person")
      .select("name")
      .where("id", "=", yard.people.operator)
      .executeTakeFirstOrThrow();
    const { name: second } = await yard.db
      .selectFrom("person")
      .select("name")
      .where("id", "=", yard.people.second)
      .executeTakeFirstOrThrow();
    const bare = (text: string) => text.toUpperCase().replace(/[^A-Z0-9]/g, "");
    await fc.assert(
      fc.asyncProperty(asked, async (wanted) => {
        const expected = made
          .filter(
            (one) =>
              (wanted.unit === undefined || bare(one.plate).includes(bare(wanted.unit))) &&
              (wanted.condition === undefined || one.condition === wanted.condition) &&
              (wanted.words === undefined ||
                wanted.words.split(" ").every((word) => one.note?.toLowerCase().includes(word))) &&
              (wanted.from === undefined || dayOf(one.minute) >= wanted.from) &&
              (wanted.to === undefined || dayOf(one.minute) <= wanted.to) &&
              (wanted.person === undefined || one.by === wanted.person),
          )
          .sort((a, b) => b.minute - a.minute || (a.id < b.id ? 1 : -1));
        const person =
          wanted.person === undefined ? undefined : wanted.person === "operator" ? operator : second;
        expect(await idsOf({ ...wanted, person })).toEqual(expected.map(({ id }) => id));
        const { count, more, rows } = await recordsPage(yard.db, here, { ...wanted, person });
        expect([count, more, rows.length]).toEqual([expected.length, false, expected.length]);
      }),
      { numRuns: 120 },
    );
    expect(await idsOf({ unit: "RC", from: dayOf(0) })).toHaveLength(15);
  });

  it("of every unit that is meant, however many are", async () => {
    expect(await idsOf({ unit: "R" })).toHaveLength(15);
    expect(await idsOf({ unit: slabScissorSheet.model })).toHaveLength(15);
  });

  it("of another site never, and of what an address says amiss it takes the rest", async () => {
    expect((await findRecords(yard.db, { siteId: "elsewhere", zone: "UTC" }, {})).rows).toEqual([]);
    // No id the database would refuse.
    expect(askedIn({ before: `1.${"-".repeat(36)}` }).before).toBeUndefined();
    const asked = askedIn({
      unit: "RC-1",
      outcome: "splendid",
      from: "yesterday",
      before: "x",
      part: "wing",
    });
    expect(asked).toEqual({ unit: "RC-1" });
    expect(await idsOf({ unit: "%" })).toEqual(await idsOf({}));
    expect(await idsOf({ person: "%" })).toEqual([]);
    expect(await idsOf({ words: "'; DROP TABLE finding; --" })).toEqual([]);
  });

  it("a search is kept by whoever keeps it, and forgotten by nobody else", async () => {
    const { operator, second } = yard.people;
    const { id } = await keepView(
      yard.db,
      operator,
      { name: "Decals", query: "condition=unreadable&before=1.x&from=2026-01-01" },
      at(0),
    );
    expect(await viewsOf(yard.db, operator)).toEqual([
      { id, name: "Decals", query: "condition=unreadable&from=2026-01-01" },
    ]);
    await expect(removeView(yard.db, second, id)).rejects.toMatchObject({ type: "no-view" });
    await removeView(yard.db, operator, id);
    expect(await viewsOf(yard.db, operator)).toEqual([]);
  });
});

const all = async (text: AsyncIterable<string>) => {
  let whole = "";
  for await (const one of text) whole += one;
  return whole;
};

describe("records are taken away", () => {
  it("as CSV and as JSON Lines, the same records", async () => {
    const ids = await idsOf({ unit: "RC" });
    const csv = Papa.parse<Record<string, string>>(
      await all(exportOf(yard.db, here, { unit: "RC" }, "csv")),
      {
        header: true,
        skipEmptyLines: true,
      },
    );
    expect(csv.errors).toEqual([]);
    expect(csv.data.map((row) => row["inspection_id"])).toEqual(ids);
    expect(csv.data.some((row) => row["findings"]?.includes("rails/scuffed"))).toBe(true);
    const lines = (await all(exportOf(yard.db, here, { unit: "RC" }, "jsonl"))).trimEnd().split("\n");
    expect(lines.map((line) => (JSON.parse(line) as { inspectionId: string }).inspectionId)).toEqual(ids);
  });

  it("a name that begins like a formula is text", async () => {
    await sql`UPDATE person SET name = '=HYPERLINK("x")' WHERE id = ${yard.people.second}`.execute(yard.db);
    const csv = await all(exportOf(yard.db, here, { unit: "RC-1" }, "csv"));
    expect(csv).not.toMatch(/,"?=HYPERLINK/);
    expect(csv).toMatch(/'=HYPERLINK/);
  });
});

describe("the file that checks an export alone", () => {
  const folder = mkdtempSync(join(tmpdir(), "rook-step-bundle-"));
  const path = join(folder, "ledgers.jsonl");
  const check = (content: string | Buffer, file = path) => {
    writeFileSync(file, content);
    const { status, stdout, stderr } = spawnSync(process.execPath, ["public/verify-bundle.mjs", file], {
      encoding: "utf8",
    });
    return { status, said: stdout + stderr };
  };
  let bundle = "";
  beforeAll(async () => {
    bundle = await all(bundleOf(yard.db, here, { from: dayOf(0), to: dayOf(60 * day) }, at(61 * day)));
  });

  it("says that it holds, packed or not, by whose key", () => {
    const { status, said } = check(bundle);
    expect([status, said]).toEqual([0, expect.stringMatching(/^HOLDS\. Yard, .* entries of \d+ units/)]);
    expect(said).toContain(keyFingerprint());
    expect(check(gzipSync(bundle), `${path}.gz`).status).toBe(0);
  });

  it("names the line of one changed byte, wherever it is", () => {
    const lines = bundle.split("\n");
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }),
        fc.integer({ min: 1, max: 25 }),
        (where, by) => {
          const i = Math.floor(where * (bundle.length - 1));
          const old = bundle[i] ?? "";
          const changed = /[a-z]/.test(old)
            ? String.fromCharCode(((old.charCodeAt(0) - 97 + by) % 26) + 97)
            : /[0-9]/.test(old)
              ? `${(Number(old) + 1 + (by % 9)) % 10}`
              : old === "#"
                ? "%"
                : "#";
          if (changed === old) return;
          const { status, said } = check(bundle.slice(0, i) + changed + bundle.slice(i + 1));
          expect(status, `${i}: ${old} to ${changed}`).not.toBe(0);
          const line = bundle.slice(0, i).split("\n").length;
          const named = Number(/Line (\d+)/.exec(said)?.[1] ?? line);
          // A changed seal is noticed where it stands; a line break that goes joins it to the next.
          expect(Math.abs(named - Math.min(line, lines.length - 1)), said).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 15 },
    );
  });

  it("names an entry that was taken out, put elsewhere, or cut off, also where the rest was sealed anew", () => {
    const lines = bundle.trimEnd().split("\n");
    const without = [...lines.slice(0, 5), ...lines.slice(6)];
    expect(check(`${without.join("\n")}\n`).said).toMatch(/DOES NOT HOLD. Line 6/);
    // Whoever seals the lines anew has not the key: the entry after it follows nothing, and the end is not theirs to sign.
    const anew = (contents: readonly string[]) => {
      let seal = "";
      return contents.map((text) => {
        seal = createHash("sha256").update(`${seal}\n${text}`).digest("hex");
        return `{"seal":"${seal}","of":${text}}`;
      });
    };
    const contentOf = (line: string) => line.slice(`{"seal":"${"0".repeat(64)}","of":`.length, -1);
    const [signature = ""] = lines.slice(-1);
    const contents = lines.slice(0, -1).map(contentOf);
    expect(anew(contents)).toEqual(lines.slice(0, -1));
    const fewer = anew(contents.filter((_, i) => i !== 6));
    expect(check(`${[...fewer, signature].join("\n")}\n`).said).toMatch(
      /does not follow|first entry|entries/,
    );
    const events = contents.map((text) => text.replace('"events":"[{', '"events":"[{ '));
    expect(check(`${[...anew(events), signature].join("\n")}\n`).said).toMatch(/events beside it/);
    const last = contents.findLastIndex((text) => text.includes('"unitId"'));
    const cut = contents
      .filter((_, i) => i !== last)
      .map((text) =>
        text.replace(/"entries":(\d+)/, (_all, count: string) => `"entries":${Number(count) - 1}`),
      );
    expect(check(`${[...anew(cut), signature].join("\n")}\n`).said).toMatch(/signature over all before it/);
    const swapped = [...lines.slice(0, 5), lines[6], lines[5], ...lines.slice(7)];
    expect(check(`${swapped.join("\n")}\n`).status).toBe(1);
    expect(check(`${lines.slice(0, -1).join("\n")}\n`).said).toMatch(/end is missing/);
    expect(check(`${lines.slice(0, -4).join("\n")}\n`).said).toMatch(/end is missing/);
    expect(check("").status).toBe(1);
    expect(check(gzipSync(bundle).subarray(0, 4000), `${path}.gz`).status).toBe(1);
  });
});
