import type { Scope } from "@/core/plan/scope";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import type { Right } from "@/server/people/roles";
import { requireRight, type SignedIn } from "@/server/people/session";

/** What a person must hold to make an inspection of this scope. */
export const rightFor = (scope: Scope["kind"]): Right =>
  scope === "retest" ? "retest" : scope === "transport" || scope === "after_transport" ? "road" : "inspect";

/** Refuses unless the inspection is this person's and they may make it at its site. */
export async function requireOwnInspection(db: Db, id: string, person: SignedIn): Promise<void> {
  const row = /^[0-9a-f-]{36}$/.test(id)
    ? await db
        .selectFrom("inspection as i")
        .innerJoin("unit as u", "u.id", "i.unitId")
        .select(["i.personId", "i.scope", "u.siteId"])
        .where("i.id", "=", id)
        .executeTakeFirst()
    : undefined;
  if (row === undefined)
    throw new Problem(
      404,
      "no-inspection",
      `expected an inspection that was started here, got ${id}; start it first`,
    );
  requireRight(person, rightFor(row.scope.kind), row.siteId);
  if (row.personId !== person.id)
    throw new Problem(403, "not-yours", "expected the person who began this inspection; begin your own");
}
