import type { Scope } from "@/core/vocabulary/scope";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import type { Right } from "@/server/people/roles";
import { missingRight, type SignedIn } from "@/server/people/session";

/** What a person must hold to make an inspection of this scope. */
export const rightFor = (scope: Scope["kind"]): Right =>
  scope === "retest" ? "retest" : scope === "transport" || scope === "after_transport" ? "road" : "inspect";

/** Whose an inspection is, what it is for, and where. */
async function ofInspection(db: Db, id: string) {
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
  return row;
}

/** The site of an inspection's unit; a problem is thrown where there is no such inspection. */
export const siteOfInspection = async (db: Db, id: string): Promise<string> =>
  (await ofInspection(db, id)).siteId;

/** Refuses whoever has no role at a site. */
export function requireAtSite(person: SignedIn, siteId: string): void {
  if (!person.roles.has(siteId))
    throw new Problem(403, "not-this-site", "expected somebody with a role at the site of this unit");
}

/**
 * Why this person may not write to an inspection: it is not theirs, or they may not make one at its site. Undefined
 * where they may; a problem is thrown where there is no such inspection.
 */
export async function refusalOf(db: Db, id: string, person: SignedIn): Promise<Problem | undefined> {
  const row = await ofInspection(db, id);
  const missing = missingRight(person, rightFor(row.scope.kind), row.siteId);
  if (missing !== undefined || row.personId === person.id) return missing;
  return new Problem(
    403,
    "not-yours",
    "expected the person who began this inspection to sign in; what they entered waits here until then",
  );
}

/** Refuses unless the inspection is this person's and they may make it at its site. */
export async function requireOwnInspection(db: Db, id: string, person: SignedIn): Promise<void> {
  const refusal = await refusalOf(db, id, person);
  if (refusal !== undefined) throw refusal;
}
