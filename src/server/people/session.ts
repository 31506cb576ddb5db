import { sql } from "kysely";
import { z } from "zod";
import { idleMinutes } from "@/contract/session";
import { type Db, database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { answering } from "@/server/log";
import { auth } from "./auth";
import { type Right, type Role, rights } from "./roles";

/** Somebody who has shown who they are: by a session, or by the signature of a key of theirs. */
export interface SignedIn {
  readonly id: string;
  readonly name: string;
  readonly badge: string;
  /** Roles by site. */
  readonly roles: ReadonlyMap<string, readonly Role[]>;
}

/** Who is signed in by these request headers, or undefined. Counts as use of the session. */
export async function whoIs(headers: Headers, at: Date, db: Db = database()): Promise<SignedIn | undefined> {
  const row = await sessionOf(headers, at, db);
  // A code that was handed over opens nothing but the choice of a PIN.
  return row === undefined || row.codeUntil !== null ? undefined : named(row);
}

/** Who has signed in by a code that was handed to them, while it is good, and has yet to choose a PIN. */
export async function whoHasCode(
  headers: Headers,
  at: Date,
  db: Db = database(),
): Promise<SignedIn | undefined> {
  const row = await sessionOf(headers, at, db);
  return row?.codeUntil == null || row.codeUntil <= at ? undefined : named(row);
}

async function sessionOf(headers: Headers, at: Date, db: Db): Promise<Row | undefined> {
  if (!(headers.get("cookie") ?? "").includes("rook-step")) return undefined;
  const session = await auth().api.getSession({ headers });
  if (session === null) return undefined;
  const row = await activePerson(db, session.user.id, session.session.id);
  if (row === undefined) return undefined;
  const idleMs = row.lastSeenAt === null ? 0 : at.getTime() - row.lastSeenAt.getTime();
  if (idleMs > idleMinutes * 60_000) {
    await db.deleteFrom("sessionUse").where("sessionId", "=", session.session.id).execute();
    await auth().api.signOut({ headers });
    return undefined;
  }
  if (row.lastSeenAt === null || idleMs > 30_000) {
    await db
      .insertInto("sessionUse")
      .values({ sessionId: session.session.id, lastSeenAt: at })
      .onConflict((oc) => oc.column("sessionId").doUpdateSet({ lastSeenAt: at }))
      .execute();
  }
  const asked = answering.getStore();
  if (asked !== undefined) asked.person = row.id;
  return row;
}

/** A person as they are now, whose key has signed what came: in their name, with no session. */
export async function personById(db: Db, id: string): Promise<SignedIn | undefined> {
  const row = await activePerson(db, id, "");
  return row && named(row);
}

const uuid = z.uuid();

interface Row {
  readonly id: string;
  readonly name: string;
  readonly badge: string;
  readonly lastSeenAt: Date | null;
  readonly codeUntil: Date | null;
  readonly roles: Record<string, Role[]> | null;
}

async function activePerson(db: Db, id: string, sessionId: string): Promise<Row | undefined> {
  if (!uuid.safeParse(id).success) return undefined;
  const { rows } = await sql<Row>`
    SELECT p.id, p.name, p.badge,
      (SELECT c.expires_at FROM pin_code c WHERE c.person_id = p.id) AS code_until,
      (SELECT u.last_seen_at FROM session_use u WHERE u.session_id = ${sessionId}) AS last_seen_at,
      (SELECT json_object_agg(r.site_id, r.roles) FROM (SELECT site_id, json_agg(role) AS roles FROM person_role WHERE person_id = p.id GROUP BY site_id) r) AS roles
    FROM person p WHERE p.id = ${id}::uuid AND p.active`.execute(db);
  return rows[0];
}

const named = ({ id, name, badge, roles }: Row): SignedIn => ({
  id,
  name,
  badge,
  roles: new Map(Object.entries(roles ?? {})),
});

/** What is said to whoever has not shown who they are. */
export const notSignedIn = (): Problem =>
  new Problem(
    401,
    "sign-in",
    "you are not signed in, or the tablet was left alone too long; sign in again, nothing entered is lost",
  );

export const mayAt = (person: SignedIn, right: Right, siteId: string): boolean =>
  (person.roles.get(siteId) ?? []).some((role) => (rights[right] as readonly Role[]).includes(role));

/** Why the person may not do this at the site; undefined where they may. */
export function missingRight(person: SignedIn, right: Right, siteId: string): Problem | undefined {
  if (mayAt(person, right, siteId)) return undefined;
  return new Problem(
    403,
    "no-right",
    `this needs the role of ${rightWords(right)} at this site; ask the owner, or tag the unit out if it must not be used`,
  );
}

/** Refuses with a problem unless the person holds the right at the site. */
export function requireRight(person: SignedIn, right: Right, siteId: string): void {
  const missing = missingRight(person, right, siteId);
  if (missing !== undefined) throw missing;
}

/** The site at which the person holds a right; refuses with a problem where there is none. */
export function siteWith(person: SignedIn, right: Right): string {
  for (const siteId of person.roles.keys()) if (mayAt(person, right, siteId)) return siteId;
  throw new Problem(403, "no-right", `this needs the role of ${rightWords(right)}; ask the owner`);
}

const rightWords = (right: Right): string => rights[right].join(" or ").replaceAll("_", " ");
