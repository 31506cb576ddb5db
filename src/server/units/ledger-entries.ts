import type { EntryKind } from "@/core/evidence/touches";
import type { Trx } from "@/server/database/database";
import { append, lockUnit } from "@/server/ledger/append";
import type { Head } from "@/server/ledger/heads";

/** Writes the same entry into the ledgers of several units, one lock after the other in the order of their plates. */
export async function appendToAll(
  trx: Trx,
  unitIds: readonly string[],
  entry: { readonly kind: EntryKind; readonly at: Date; readonly document: unknown },
): Promise<readonly Head[]> {
  if (unitIds.length === 0) return [];
  const units = await trx
    .selectFrom("unit")
    .select("id")
    .where("id", "in", [...unitIds])
    .orderBy("lockNo")
    .execute();
  const heads: Head[] = [];
  for (const { id } of units) {
    await lockUnit(trx, id);
    heads.push(...(await append(trx, id, [{ ...entry, unitId: id, subjectId: id }])));
  }
  return heads;
}
