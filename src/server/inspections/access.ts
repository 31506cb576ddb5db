import type { Scope } from "@/core/vocabulary/scope";
import type { Db } from "@/server/database/database";
import { type DeviceKey, isRevoked } from "@/server/devices/keys";
import { Problem } from "@/server/http/problem";
import type { Right } from "@/server/people/roles";
import { missingRight, notSignedIn, personById, type SignedIn } from "@/server/people/session";
import { makersIn } from "./makers";
import { joined } from "./model";
import { mayBeInspection, noInspection } from "./no-inspection";

/** What a person must hold to make an inspection of this scope. */
export const rightFor = (scope: Scope["kind"]): Right =>
  scope === "retest" ? "retest" : scope === "transport" || scope === "after_transport" ? "road" : "inspect";

/** Who is on an inspection, what it is for, and where. */
async function ofInspection(db: Db, id: string) {
  const row = mayBeInspection(id)
    ? await db
        .selectFrom("inspection as i")
        .innerJoin("unit as u", "u.id", "i.unitId")
        .select(["i.personId", "i.scope", "u.siteId", joined("i.id")])
        .where("i.id", "=", id)
        .executeTakeFirst()
    : undefined;
  if (row === undefined) throw noInspection(id);
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
 * Why this person may not write to an inspection: they are not on it, they may not make one at its site, or what they
 * bring (`body`) says that somebody else made it. Undefined where they may; a problem is thrown where there is no such
 * inspection.
 */
export async function refusalOf(
  db: Db,
  id: string,
  person: SignedIn,
  body?: unknown,
): Promise<Problem | undefined> {
  const { personId, joined: others, scope, siteId } = await ofInspection(db, id);
  const missing = missingRight(person, rightFor(scope.kind), siteId);
  if (missing !== undefined) return missing;
  const makers = body === undefined ? [] : [...makersIn(body, personId)];
  if ([personId, ...others].includes(person.id) && makers.every((maker) => maker === person.id))
    return undefined;
  return new Problem(
    403,
    "not-yours",
    "expected somebody who is on this inspection, and who entered this, to sign in; it waits here until then",
  );
}

/** Refuses unless the person is on the inspection and may make it at its site. */
export async function requireOwnInspection(db: Db, id: string, person: SignedIn): Promise<void> {
  const refusal = await refusalOf(db, id, person);
  if (refusal !== undefined) throw refusal;
}

/**
 * In whose name something of an inspection is taken: of whoever's key signed it, whoever brings it, or of whoever is
 * signed in. Refuses where the inspection is not theirs.
 */
export async function inWhoseName(
  db: Db,
  id: string,
  signedBy: DeviceKey | undefined,
  session: SignedIn | undefined,
): Promise<string> {
  if (signedBy !== undefined && (await isRevoked(db, signedBy.deviceId))) throw revoked();
  const person = signedBy === undefined ? session : await personById(db, signedBy.personId);
  if (person === undefined) throw notSignedIn();
  await requireOwnInspection(db, id, person);
  return person.id;
}

/** What a revoked device is told. */
export const revoked = (): Problem =>
  new Problem(
    403,
    "device-revoked",
    "this tablet was revoked: what it found holds the unit until somebody looks, the rest waits for the owner; take it to them",
  );
