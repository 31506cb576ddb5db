import { sql } from "kysely";
import { z } from "zod";
import type { Damage, DamageJudged, DamageStated, DamageWalk, Had, SeenMark } from "@/contract/damage";
import { reduce } from "@/core/record/reduce";
import { type DamageMark, damageBetween, damageSays, type Inherited, walkSaw } from "@/core/workshop/damage";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { append, lockUnit } from "@/server/ledger/append";
import { noteHeads } from "@/server/ledger/heads";
import { together } from "@/server/ledger/texts";
import { picturesAsHere } from "@/server/pictures/take";
import { sealedRecord } from "@/server/records/read";

/** Walks to choose from. */
const most = 120;

/** Signed walks of a unit, the latest first; of those named alone, where they are. */
export async function damageWalks(
  db: Db,
  unitId: string,
  named?: readonly string[],
): Promise<readonly DamageWalk[]> {
  const rows = await db
    .selectFrom("seal as s")
    .innerJoin("person as p", "p.id", "s.signedBy")
    .select(["s.inspectionId as id", "s.signedAt", "s.scope", "p.name as by"])
    .where("s.unitId", "=", unitId)
    .where("s.scope", "!=", "retest")
    .$if(named !== undefined, (all) => all.where(sql<boolean>`s.inspection_id = ANY(${named})`))
    .orderBy("s.ledgerPosition", "desc")
    .limit(most)
    .execute();
  return rows.map(({ signedAt, ...walk }) => ({ ...walk, signedAtMs: signedAt.getTime() }));
}

/** The walks that are meant where nobody says: before the latest hire and after it, else the first and the last that are kept. */
export async function usualPair(
  db: Db,
  unitId: string,
  walks: readonly DamageWalk[],
): Promise<{ readonly before: DamageWalk; readonly after: DamageWalk } | undefined> {
  const [last] = walks;
  const first = walks.at(-1);
  if (last === undefined || first === undefined || last === first) return undefined;
  const events = await db
    .selectFrom("unitEvent")
    .select(["kind", "at"])
    .where("unitId", "=", unitId)
    .where("kind", "in", ["hired_out", "returned"])
    .orderBy("at", "desc")
    .execute();
  const out = events.find(({ kind }) => kind === "hired_out");
  if (out === undefined) return { before: first, after: last };
  const back = events.findLast(({ kind, at }) => kind === "returned" && at >= out.at);
  const before = walks.find(({ signedAtMs }) => signedAtMs <= out.at.getTime()) ?? first;
  const after = walks.findLast(({ signedAtMs }) => signedAtMs >= (back?.at ?? out.at).getTime()) ?? last;
  return { before, after };
}

/** Two walks of a unit held against each other; a problem where they are not two of its walks, in their order. */
export async function damageOf(db: Db, unitId: string, beforeId: string, afterId: string): Promise<Damage> {
  const [after, before] = await damageWalks(db, unitId, [beforeId, afterId]);
  if (before?.id !== beforeId || after?.id !== afterId)
    throw new Problem(
      400,
      "bad-input",
      "expected two signed walks of this unit, the earlier one first; choose them from the lists",
    );
  const [saw, sees] = await Promise.all([walkOf(db, unitId, beforeId), walkOf(db, unitId, afterId)]);
  const rows = await Promise.all(
    damageBetween(saw.saw, sees.saw).map(async (row) => ({
      ...{ check: row.check, condition: row.condition, became: row.became },
      ...(row.before && { before: await seen(db, row.before, saw.of) }),
      ...(row.after && { after: await seen(db, row.after, sees.of) }),
    })),
  );
  return {
    before: { ...before, erased: saw.erased },
    after: { ...after, erased: sees.erased },
    rows,
    had: await hadBetween(db, unitId, before, after),
  };
}

async function walkOf(db: Db, unitId: string, inspectionId: string) {
  const record = await sealedRecord(db, inspectionId);
  if (record === undefined) throw new Problem(404, "no-record", "expected a signed walk");
  const reduction = reduce(record.document.events);
  const { inherited, of } = await inheritedBy(db, unitId, [...reduction.matters.keys()]);
  return {
    saw: walkSaw(record.document.findings, reduction, inherited),
    erased: record.document.erased !== undefined,
    /** The inspection a mark's pictures are of: this one, unless it was open before. */
    of: (mark: DamageMark) => of.get(mark) ?? inspectionId,
  };
}

/** Findings that were open before a walk, as it may have found them again. */
async function inheritedBy(db: Db, unitId: string, ids: readonly string[]) {
  const of = new Map<DamageMark, string>();
  const inherited = new Map<string, DamageMark>();
  if (ids.length === 0) return { inherited: inherited as Inherited, of };
  const rows = await db
    .selectFrom("finding")
    .select(["id", "inspectionId", "checkKey", "condition", "note", "whereOnIt", "sizeMm", "pictures"])
    .where("unitId", "=", unitId)
    .where("id", "in", [...ids])
    .where("place", "=", false)
    .execute();
  for (const { id, inspectionId, checkKey, condition, note, whereOnIt, sizeMm, pictures } of rows) {
    const mark: DamageMark = {
      ...{ check: checkKey, condition, pictures },
      ...(note !== null && { note }),
      ...(whereOnIt.length > 0 && { where: whereOnIt }),
      ...(sizeMm !== null && { sizeMm }),
    };
    inherited.set(id, mark);
    of.set(mark, inspectionId);
  }
  return { inherited: inherited as Inherited, of };
}

async function seen(db: Db, mark: DamageMark, of: (mark: DamageMark) => string): Promise<SeenMark> {
  const inspectionId = of(mark);
  return { ...mark, inspectionId, shown: await picturesAsHere(db, inspectionId, mark.pictures) };
}

/** Who had the unit between two walks, by what was recorded: hires, hand-overs, the road, and who walked it. */
async function hadBetween(
  db: Db,
  unitId: string,
  before: DamageWalk,
  after: DamageWalk,
): Promise<readonly Had[]> {
  const [from, until] = [new Date(before.signedAtMs), new Date(after.signedAtMs)];
  const { rows } = await sql<{ at: Date; kind: Had["kind"]; name: string; note: string | null }>`
    SELECT e.at, e.kind, p.name, e.note FROM unit_event e JOIN person p ON p.id = e.person_id
      WHERE e.unit_id = ${unitId} AND e.at >= ${from} AND e.at <= ${until}
      AND e.kind IN ('hired_out', 'returned', 'taken_into_use', 'handed_over', 'transported')
    UNION ALL SELECT s.signed_at, 'walked', p.name, NULL FROM seal s JOIN person p ON p.id = s.signed_by
      WHERE s.unit_id = ${unitId} AND s.signed_at > ${from} AND s.signed_at < ${until}
    ORDER BY 1`.execute(db);
  return rows.map(({ at, ...one }) => ({ ...one, atMs: at.getTime() }));
}

export const damageSchema = z.strictObject({
  id: z.uuid(),
  before: z.uuid(),
  after: z.uuid(),
  judged: z
    .array(
      z.strictObject({
        check: z.string().min(1).max(120),
        condition: z.string().min(1).max(60),
        says: z.enum(damageSays),
      }),
    )
    .max(500),
  /** Who the page is for, and what was said to it. */
  note: textField(0, "a note", 1000),
});

/** Seals a page of damage into the unit's ledger, worked out anew here; every place on it is judged, or left open. The same page twice is one. */
export async function stateDamage(
  db: Db,
  unitId: string,
  personId: string,
  { id, before, after, judged, note }: z.infer<typeof damageSchema>,
  at: Date,
): Promise<void> {
  const damage = await damageOf(db, unitId, before, after);
  const stranger = judged.find(
    (one) => !damage.rows.some((row) => row.check === one.check && row.condition === one.condition),
  );
  if (stranger !== undefined)
    throw new Problem(
      409,
      "not-yet",
      `expected only places of these two walks; ${stranger.check} is none of them, read the page again`,
    );
  const says = (check: string, condition: string) =>
    judged.find((one) => one.check === check && one.condition === condition)?.says ?? "open";
  const document = {
    by: personId,
    ...{ before, after, note },
    rows: damage.rows.map(({ check, condition, became, before: was, after: is }) => ({
      ...{ check, condition, became, says: says(check, condition) },
      pictures: [...(was?.pictures ?? []), ...(is?.pictures ?? [])],
    })),
  };
  const heads = await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    const known = await trx
      .selectFrom("ledgerEntry")
      .select("position")
      .where("unitId", "=", unitId)
      .where("subjectId", "=", id)
      .executeTakeFirst();
    if (known !== undefined) return [];
    return append(trx, unitId, [{ unitId, kind: "damage_stated", subjectId: id, at, document }]);
  });
  noteHeads(heads);
}

/** Pages of damage that were sealed of a unit, the latest first. */
export async function damageStated(db: Db, unitId: string): Promise<readonly DamageStated[]> {
  const { rows } = await sql<{ id: string; at: Date; by: string }>`
    SELECT l.subject_id AS id, l.recorded_at AS at, p.name AS by FROM ledger_entry l
    JOIN person p ON p.id::text = l.body::jsonb #>> '{document,by}'
    WHERE l.unit_id = ${unitId} AND l.kind = 'damage_stated' ORDER BY l.position DESC`.execute(db);
  return rows.map(({ at, ...one }) => ({ ...one, atMs: at.getTime() }));
}

const stated = z.object({
  document: z.object({
    by: z.string(),
    before: z.string(),
    after: z.string(),
    note: z.string().optional(),
    rows: z.array(z.object({ check: z.string(), condition: z.string(), says: z.enum(damageSays) })),
  }),
});

/** A sealed page: what was said, who sealed it when, and the hash its entry is verified by. */
export async function damagePage(db: Db, unitId: string, id: string) {
  const row = await db
    .selectFrom("ledgerEntry")
    .select(["body", "hash", "recordedAt"])
    .where("unitId", "=", unitId)
    .where("subjectId", "=", id)
    .where("kind", "=", "damage_stated")
    .executeTakeFirst();
  if (row === undefined) return undefined;
  const { document } = stated.parse(await together(db, JSON.parse(row.body)));
  const signer = await db
    .selectFrom("person")
    .select("name")
    .where("id", "=", document.by)
    .executeTakeFirst();
  const judged: readonly DamageJudged[] = document.rows;
  return {
    ...{ hash: row.hash, at: row.recordedAt, by: signer?.name ?? "", note: document.note ?? "", judged },
    damage: await damageOf(db, unitId, document.before, document.after),
  };
}
