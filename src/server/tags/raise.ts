import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { tagEntries } from "./ledger";

export const raiseSchema = z.object({
  id: z.uuid().optional(),
  reason: z.string().trim().min(1).max(200),
  note: z.string().max(1000).optional(),
});

/**
 * Tags a unit out. An identity is all it takes. A request that cannot be fully read still tags: what came is
 * kept as it came, and the unit is held until someone looks. The same id twice is one tag.
 */
export async function raiseTag(
  db: Db,
  plate: string,
  personId: string,
  body: unknown,
  at: Date,
): Promise<{ number: string; id: string }> {
  const parsed = raiseSchema.safeParse(body);
  const wanted = parsed.success ? parsed.data : { reason: "unreadable", note: undefined, id: undefined };
  const heads: Head[] = [];
  const tag = await db.transaction().execute(async (trx) => {
    const unit = await trx.selectFrom("unit").select("id").where("plate", "=", plate).executeTakeFirst();
    if (unit === undefined)
      throw new Problem(
        404,
        "no-unit",
        `expected the plate of a unit of the pool, got ${plate}; read it off the machine`,
      );
    await lockUnit(trx, unit.id);
    if (wanted.id !== undefined) {
      const same = await trx
        .selectFrom("tag")
        .select(["id", "number"])
        .where("id", "=", wanted.id)
        .where("unitId", "=", unit.id)
        .executeTakeFirst();
      if (same !== undefined) return same;
    }
    const taken =
      wanted.id === undefined
        ? undefined
        : await trx.selectFrom("tag").select("id").where("id", "=", wanted.id).executeTakeFirst();
    const raised = await trx
      .insertInto("tag")
      .values({
        ...(wanted.id === undefined || taken !== undefined ? {} : { id: wanted.id }),
        unitId: unit.id,
        findingId: null,
        reason: wanted.reason,
        note: wanted.note ?? null,
        raisedBy: personId,
        raisedAt: at,
        raw: parsed.success ? null : JSON.stringify(body ?? null),
      } as never)
      .returningAll()
      .executeTakeFirstOrThrow();
    heads.push(...(await append(trx, unit.id, tagEntries([raised]))));
    return raised;
  });
  noteHeads(heads);
  return { number: tag.number, id: tag.id };
}
