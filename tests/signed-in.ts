import { randomUUID } from "node:crypto";
import { addLogin } from "@/server/demo/seed";
import type { Role } from "@/server/people/roles";
import type { Yard } from "./database";

export const origin = "http://127.0.0.1:1";
const pin = "2468";
let badges = 5000;

/** Points the routes at this yard's database. Call it before any route is imported. */
export function routesOf(yard: Yard): void {
  process.env["DATABASE_URL"] = yard.url;
  process.env["ROOK_STEP_URL"] = origin;
}

/** A person with one role at a site, or none, and the cookie of their session. */
export async function person(yard: Yard, role: Role | undefined, siteId = "yard") {
  const id = randomUUID();
  const badge = `${badges++}`;
  const name = `${role ?? "nobody"} ${badge}`;
  await yard.db.insertInto("person").values({ id, badge, name }).execute();
  if (role !== undefined)
    await yard.db.insertInto("personRole").values({ personId: id, siteId, role }).execute();
  const until = new Date("2040-01-01");
  for (const family of ["slab_scissor", "articulating_boom"] as const)
    await yard.db.insertInto("authorisation").values({ personId: id, family, licence: "L", until }).execute();
  await addLogin(yard.db, id, badge, name, pin, new Date());
  return { id, cookie: await cookieOf(badge) };
}

/** Whoever the yard has already, signed in. */
export async function existing(yard: Yard, id: string, badge: string) {
  await addLogin(yard.db, id, badge, badge, pin, new Date());
  return { id, cookie: await cookieOf(badge) };
}

/** The cookie of a new session of somebody. */
export async function cookieOf(badge: string): Promise<string> {
  const { signIn } = await import("@/server/people/sign-in");
  const { headers: set } = await signIn({ badge, pin }, new Headers(), new Date());
  return set
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
}

type Handler = (request: Request, context: { params: Promise<never> }) => Promise<Response>;

/** Asks a route as it is asked over HTTP; gives its status and its JSON, where it has any. */
export async function ask(
  handler: unknown,
  method: string,
  params: Readonly<Record<string, string>>,
  body: unknown,
  cookie?: string,
): Promise<{ readonly status: number; readonly body: Record<string, unknown> }> {
  const request = new Request(`${origin}/api`, {
    method,
    headers: { "content-type": "application/json", origin, ...(cookie === undefined ? {} : { cookie }) },
    ...(method === "GET" ? {} : { body: typeof body === "string" ? body : JSON.stringify(body) }),
  });
  const answer = await (handler as Handler)(request, { params: Promise.resolve(params as never) });
  const text = /json(?!l)/.test(answer.headers.get("content-type") ?? "") ? await answer.text() : "{}";
  await answer.body?.cancel().catch(() => undefined);
  return { status: answer.status, body: JSON.parse(text === "" ? "{}" : text) as Record<string, unknown> };
}
