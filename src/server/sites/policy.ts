import { type Policy, policySchema } from "@/core/vocabulary/policy";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { canonical, sha256 } from "@/server/ledger/chain";
import { noteHeads } from "@/server/ledger/heads";
import { appendToAll } from "@/server/units/ledger-entries";

/** Sets a site's policy. It enters the ledger of every unit there: what was answered under the old one is asked again. */
export async function setPolicy(
  db: Db,
  siteId: string,
  personId: string,
  wanted: Policy,
  at: Date,
): Promise<void> {
  const policy = policySchema.parse(wanted);
  const heads = await db.transaction().execute(async (trx) => {
    const units = await trx.selectFrom("unit").select("id").where("siteId", "=", siteId).execute();
    const document = { by: personId, siteId, policy, policyHash: sha256(canonical(policy)) };
    const written = await appendToAll(
      trx,
      units.map((u) => u.id),
      { kind: "policy", at, document },
    );
    const set = await trx
      .updateTable("site")
      .set({ policy: JSON.stringify(policy) })
      .where("id", "=", siteId)
      .returning("id")
      .executeTakeFirst();
    if (set === undefined) throw new Problem(404, "no-site", `expected a site, got ${siteId}`);
    return written;
  });
  noteHeads(heads);
}
