import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { append, lockUnit } from "@/server/ledger/append";
import { noteHeads } from "@/server/ledger/heads";

export const countersignSchema = z.strictObject({
  faults: z.array(z.uuid()).min(1, "expected the faults you sign for").max(500),
  /** What is done about them; asked where no repair says it. */
  action: textField(0, "what was done", 400),
});

/** The owner signs for faults of a unit in its log-book, with what was done about them. */
export async function signFaults(
  db: Db,
  unitId: string,
  personId: string,
  { faults, action }: z.infer<typeof countersignSchema>,
  at: Date,
): Promise<void> {
  const wanted = [...new Set(faults)];
  const heads = await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    const rows = await trx
      .selectFrom("fault as f")
      .leftJoin("unsignedFault as u", "u.id", "f.id")
      .select(["f.actedOn", "u.id as open"])
      .where("f.unitId", "=", unitId)
      .where("f.id", "in", wanted)
      .execute();
    if (rows.length < wanted.length)
      throw new Problem(404, "no-finding", "expected faults of this unit; open its log-book again");
    if (rows.some(({ open }) => open === null))
      throw new Problem(409, "already-signed", "one of these is signed for already; open the log-book again");
    if (action === "" && rows.some(({ actedOn }) => !actedOn))
      throw new Problem(
        400,
        "bad-input",
        "action: expected what was done, or what you decided: no repair is recorded for one of these",
      );
    const detail = { by: personId, ...(action !== "" && { action }) };
    const written = await append(
      trx,
      unitId,
      wanted.map((subjectId) => ({ unitId, kind: "countersigned", subjectId, at, document: detail })),
    );
    await trx
      .insertInto("countersign")
      .values(
        wanted.map((faultId, i) => ({
          ...{ faultId, unitId, action: action === "" ? null : action, signedBy: personId, signedAt: at },
          ledgerPosition: written[i]?.position ?? 0,
        })),
      )
      .execute();
    return written;
  });
  noteHeads(heads);
}
