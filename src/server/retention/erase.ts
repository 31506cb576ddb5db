import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { z } from "zod";
import { type KeptKind, keptKinds } from "@/core/vocabulary/kept";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { canonical } from "@/server/ledger/chain";
import { unpackEvents } from "@/server/ledger/kept-events";
import { digestsIn } from "@/server/ledger/texts";
import { secondPerson, secondSchema } from "@/server/people/pin";

/** Erased at one press, at most; what is left is said. */
const atOnce = 400;

export const eraseSchema = z.strictObject({ kind: z.enum(keptKinds), second: secondSchema });

/** One thing that the rule of its site keeps no longer. */
interface Due {
  readonly unitId: string;
  readonly kind: KeptKind;
  readonly subject: string;
  readonly digest: string;
  readonly madeAt: Date;
  readonly years: number;
}

const erasableAt = (siteId: string, at: Date) =>
  sql`unit u CROSS JOIN LATERAL erasable(u.id, ${at}) AS e WHERE u.site_id = ${siteId}`;

/** What may be erased at a site, counted. */
export async function dueAt(db: Db, siteId: string, at: Date) {
  const { rows } = await sql<{ kind: KeptKind; count: number; oldest: Date }>`
    SELECT e.kind, count(*)::int AS count, min(e.made_at) AS oldest FROM ${erasableAt(siteId, at)} GROUP BY e.kind ORDER BY e.kind`.execute(
    db,
  );
  return rows.map(({ oldest, ...one }) => ({ ...one, oldestMs: oldest.getTime() }));
}

/**
 * Erases what of one kind is past its time, the oldest first: two people's word, and it does not come back. The database decides
 * what may go; each leaves its digest and who erased it, in the book of its unit.
 */
export async function erase(
  db: Db,
  siteId: string,
  { kind, second }: z.infer<typeof eraseSchema>,
  byPerson: string,
  at: Date,
): Promise<{ readonly erased: number }> {
  const confirmed = await secondPerson(db, second, at);
  if (confirmed.id === byPerson)
    throw new Problem(403, "second-person", "expected a second person: nobody erases alone");
  const { rows } = await sql<Due>`
    SELECT u.id AS unit_id, e.* FROM ${erasableAt(siteId, at)} AND e.kind = ${kind} ORDER BY e.made_at LIMIT ${atOnce}`.execute(
    db,
  );
  for (const unitId of new Set(rows.map((one) => one.unitId)))
    await db.transaction().execute(async (trx) => {
      for (const one of rows.filter((row) => row.unitId === unitId)) {
        const texts = one.kind === "answers" ? await wordsBeside(trx, unitId, one.subject) : [];
        const by = { byPerson, confirmedBy: confirmed.id, at };
        await trx
          .insertInto("erasure")
          .values({ id: randomUUID(), ...one, texts: [...texts], ...by })
          .execute();
      }
    });
  return { erased: rows.length };
}

/** Digests of the words that stand beside a walk's answers, and beside no entry. */
async function wordsBeside(trx: Trx, unitId: string, inspectionId: string): Promise<readonly string[]> {
  const kept = await trx
    .selectFrom("keptEvents as k")
    .innerJoin("seal as s", (on) =>
      on.onRef("s.unitId", "=", "k.unitId").onRef("s.ledgerPosition", "=", "k.position"),
    )
    .select("k.packed")
    .where("s.inspectionId", "=", inspectionId)
    .executeTakeFirstOrThrow();
  const digests = digestsIn(canonical(unpackEvents(kept.packed)));
  if (digests.length === 0) return [];
  const { rows } = await sql<{ digest: string }>`
    SELECT digest FROM unnest(${[...digests]}::text[]) AS digest WHERE NOT EXISTS (SELECT FROM ledger_entry l
      WHERE l.unit_id = ${unitId} AND position(digest IN l.body) > 0)`.execute(trx);
  return rows.map(({ digest }) => digest);
}
