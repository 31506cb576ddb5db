// `npm run bench -- records`: how long five searches of records take, beside bare SQL that finds the same, at 20,000 and at
// 200,000 records. One JSON line last.
import { sql } from "kysely";
import { type Db, openDatabase } from "@/server/database/database";
import { migrate } from "@/server/database/migrate";
import type { RecordsAsked } from "@/server/records/asked";
import { recordsPage } from "@/server/records/find";
import { fillRecords, furnish } from "./fill";

const rounds = 60;
const at = { siteId: "yard", zone: "UTC" };

interface Search {
  readonly name: string;
  readonly asked: RecordsAsked;
  /** The same by hand: the page, and how many there are as far as a thousand. */
  readonly bare: string;
}

const columns = "s.inspection_id, s.outcome, s.signed_at, u.plate, p.name";
const page = (where: string) =>
  `SELECT ${columns} FROM seal s JOIN unit u ON u.id = s.unit_id JOIN person p ON p.id = s.signed_by
    WHERE u.site_id = 'yard' AND ${where} ORDER BY s.signed_at DESC, s.inspection_id DESC LIMIT 51;
   SELECT count(*) FROM (SELECT FROM seal s JOIN unit u ON u.id = s.unit_id WHERE u.site_id = 'yard' AND ${where} LIMIT 1001) c`;
const found = (what: string) =>
  page(`EXISTS (SELECT FROM finding f WHERE f.inspection_id = s.inspection_id AND ${what})`);

const searches: readonly Search[] = [
  { name: "latest", asked: {}, bare: page("true") },
  {
    name: "unit",
    asked: { unit: "U-17" },
    bare: page("s.unit_id IN (SELECT id FROM unit WHERE plate = 'U-17')"),
  },
  {
    name: "person and days",
    asked: { person: "1012", from: "2026-03-01", to: "2026-05-20" },
    bare: page(
      "s.signed_by = (SELECT id FROM person WHERE badge = '1012') AND s.signed_at >= '2026-03-01Z' AND s.signed_at < '2026-05-21Z'",
    ),
  },
  {
    name: "part and condition",
    asked: { part: "hoses", condition: "weeping" },
    bare: found("f.part = 'hoses' AND f.condition = 'weeping'"),
  },
  {
    name: "words",
    asked: { words: "lake 1233" },
    bare: found(
      "f.note IS NOT NULL AND to_tsvector('simple', f.note) @@ websearch_to_tsquery('simple', 'lake 1233')",
    ),
  },
];

const p95 = (times: readonly number[]) =>
  [...times].sort((a, b) => a - b)[Math.ceil(times.length * 0.95) - 1] ?? Number.NaN;

async function timed(work: () => Promise<unknown>): Promise<number> {
  const began = performance.now();
  await work();
  return performance.now() - began;
}

async function measure(db: Db) {
  const all: { ours: number[]; bare: number[] } = { ours: [], bare: [] };
  const by: Record<string, { ours: number; bare: number }> = {};
  for (const { name, asked, bare } of searches) {
    const ours: number[] = [];
    const byHand: number[] = [];
    const [first, second] = bare.split(";");
    for (let round = -5; round < rounds; round++) {
      // In turn, so that whatever else the machine does falls on both.
      const own = await timed(async () => {
        await recordsPage(db, at, asked);
      });
      const hand = await timed(async () => {
        await sql.raw(first ?? "").execute(db);
        await sql.raw(second ?? "").execute(db);
      });
      if (round < 0) continue;
      ours.push(own);
      byHand.push(hand);
    }
    by[name] = { ours: round2(p95(ours)), bare: round2(p95(byHand)) };
    all.ours.push(p95(ours));
    all.bare.push(p95(byHand));
  }
  const sum = (times: readonly number[]) => times.reduce((total, one) => total + one, 0);
  return {
    by,
    p95: round2(Math.max(...all.ours)),
    vsBare: round2(sum(all.ours) / sum(all.bare)),
    sum: sum(all.ours),
  };
}

const round2 = (value: number) => Math.round(value * 100) / 100;

const db = openDatabase(process.env["DATABASE_URL"] ?? "", 4, 120_000);
await migrate(db);
await furnish(db);
await fillRecords(db, 0, 20_000);
const few = await measure(db);
await fillRecords(db, 20_000, 200_000);
const many = await measure(db);
await db.destroy();
const { sum: fewSum, ...at20k } = few;
const { sum: manySum, ...at200k } = many;
console.log(
  JSON.stringify({
    bench: "records",
    at20k,
    at200k,
    vsBare: Math.max(few.vsBare, many.vsBare),
    growth: round2(manySum / fewSum),
  }),
);
