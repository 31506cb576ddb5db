import { z } from "zod";
import type { DrillShown } from "@/contract/survey";
import type { Db } from "@/server/database/database";
import { textField } from "@/server/http/text";
import { append, lockUnit } from "@/server/ledger/append";
import { noteHeads } from "@/server/ledger/heads";
import { together } from "@/server/ledger/texts";

export const drillSchema = z.strictObject({
  id: z.uuid(),
  /** Who on the ground was shown, and brought the platform down. */
  rescuer: textField(2, "the name of whoever brought it down", 80),
  minutes: z.number().min(0.1).max(240).nullable(),
  note: textField(0, "a note", 400).optional(),
});

/** Records a drill of the rescue of a unit. The same drill twice is one. */
export async function recordDrill(
  db: Db,
  unitId: string,
  { id, rescuer, minutes, note }: z.infer<typeof drillSchema>,
  byPerson: string,
  at: Date,
): Promise<void> {
  const heads = await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    const known = await trx.selectFrom("rescueDrill").select("id").where("id", "=", id).executeTakeFirst();
    if (known !== undefined) return [];
    const document = { by: byPerson, rescuer, minutes, ...(note && { note }) };
    const written = await append(trx, unitId, [{ unitId, kind: "drilled", subjectId: id, at, document }]);
    const [head] = written;
    if (head === undefined) throw new Error("expected an entry of the unit's ledger");
    await trx
      .insertInto("rescueDrill")
      .values({ id, unitId, ledgerPosition: head.position, minutes, byPerson, at })
      .execute();
    return written;
  });
  noteHeads(heads);
}

const kept = z.object({
  document: z.object({ rescuer: z.string().optional(), note: z.string().optional() }),
});

/** The latest drills of a unit, the newest first; without a name where that was erased. */
export async function drillsOf(db: Db, unitId: string, most = 8): Promise<readonly DrillShown[]> {
  const rows = await db
    .selectFrom("rescueDrill as d")
    .innerJoin("ledgerEntry as e", (join) =>
      join.onRef("e.unitId", "=", "d.unitId").onRef("e.position", "=", "d.ledgerPosition"),
    )
    .select(["d.id", "d.at", "d.minutes", "e.body"])
    .where("d.unitId", "=", unitId)
    .orderBy("d.at", "desc")
    .limit(most)
    .execute();
  return Promise.all(
    rows.map(async ({ id, at, minutes, body }) => {
      const { document } = kept.parse(await together(db, JSON.parse(body)));
      return {
        id,
        atMs: at.getTime(),
        minutes: minutes ?? undefined,
        rescuer: document.rescuer ?? "",
        note: document.note,
      };
    }),
  );
}
