import { NextResponse } from "next/server";
import type { z } from "zod";
import { siteOfKey } from "@/server/api/keys";
import { now } from "@/server/clock";
import { database } from "@/server/database/database";
import { log } from "@/server/log";
import { notSignedIn, type SignedIn, whoIs } from "@/server/people/session";
import { textOf } from "./body";
import { Problem } from "./problem";
import { inWords } from "./problem-words";

export interface Call<P> {
  readonly request: Request;
  readonly params: P;
  readonly person: SignedIn;
  readonly at: Date;
}

type Handler<C> = (call: C) => Promise<unknown>;
type Context<P> = { params: Promise<P> };

/** A route for signed-in people. Answers JSON, or problem details; a foreign origin is refused. */
export function route<P = Record<string, never>>(handler: Handler<Call<P>>) {
  return openRoute<P>(async (call) => {
    const person = await whoIs(call.request.headers, call.at);
    if (person === undefined) throw notSignedIn();
    return handler({ ...call, person });
  });
}

/** A route that needs no identity. */
export function openRoute<P = Record<string, never>>(handler: Handler<Omit<Call<P>, "person">>) {
  return async (request: Request, context: Context<P>): Promise<Response> => {
    try {
      refuseForeign(request);
      const answer = await handler({ request, params: await context.params, at: now() });
      return answer instanceof Response ? answer : NextResponse.json(answer ?? {});
    } catch (error) {
      return problemResponse(error, request);
    }
  };
}

/**
 * What changes something comes from a page of this app, which every browser says of a request: no origin, or one that is
 * none, is refused. A program that comes with a key of its own has none, and no cookie speaks for it.
 */
function refuseForeign(request: Request): void {
  if (request.method === "GET" || request.method === "HEAD") return;
  if (request.headers.get("authorization") !== null) return;
  const origin = request.headers.get("origin") ?? "";
  const host = request.headers.get("host") ?? new URL(request.url).host;
  if (!URL.canParse(origin) || new URL(origin).host !== host)
    throw new Problem(
      403,
      "foreign-origin",
      `expected a request from a page of this app, got one from ${origin === "" ? "nowhere" : origin.slice(0, 80)}`,
    );
}

function problemResponse(error: unknown, request: Request): Response {
  const problem = error instanceof Problem ? error : unforeseen(error, request);
  const { status, type, more } = problem;
  return new NextResponse(
    JSON.stringify({
      ...more,
      type: `/problems/${type}`,
      status,
      ...inWords(problem, request),
      // What to tell whoever looks after the server.
      ...(status >= 500 && { request: request.headers.get("x-request-id") ?? undefined }),
    }),
    {
      status,
      headers: { "content-type": "application/problem+json" },
    },
  );
}

function unforeseen(error: unknown, request: Request): Problem {
  const code = typeof error === "object" && error !== null && "code" in error ? String(error.code) : "";
  const known = knownTo(code, error);
  const { pathname: path } = new URL(request.url);
  const words = error instanceof Error ? error.stack : String(error);
  if (known === undefined || known.status >= 500) log.error({ path, code, error: words }, "a request failed");
  else log.debug({ path, code, error: words }, "a request was refused by the database");
  return (
    known ??
    new Problem(
      500,
      "server-error",
      "something went wrong on the server; what you entered stays on this device, try again",
    )
  );
}

/** What an error of the database says of a request; undefined where it says nothing of it. */
function knownTo(code: string, error: unknown): Problem | undefined {
  if (/^(08|57P0[13]$|ECONNREFUSED$)/.test(code) || /connect/i.test(String(error)))
    return new Problem(
      503,
      "database-away",
      "the database does not answer; what you entered stays on this device and is sent when it is back",
    );
  // Too long a wait, a disk that is full, two that waited for each other: nothing was taken, and it may go the next time.
  if (/^(53|58|40001$|40P01$|55P03$|57014$)/.test(code))
    return new Problem(
      503,
      "busy",
      "the database could not take it now; what you entered stays on this device and is sent again",
    );
  // What the database cannot read is what came: a text with a zero in it, an id that is none, a figure out of range.
  if (/^(22|54000$)/.test(code))
    return new Problem(
      400,
      "bad-input",
      "expected ids, figures and texts in their form; check what was sent",
    );
  if (code === "23514" || code === "23001")
    return new Problem(409, "refused", error instanceof Error ? error.message : String(error));
  return undefined;
}

/** The request's JSON body in the form of a schema, or a problem that names what is wrong by path. */
export const bodyOf = async <T>(request: Request, schema: z.ZodType<T>, most?: number): Promise<T> =>
  inForm(await jsonOf(request, most), schema);

/** JSON in the form of a schema, or a problem that names what is wrong by path. */
export function inForm<T>(json: unknown, schema: z.ZodType<T>): T {
  const parsed = schema.safeParse(json);
  if (parsed.success) return parsed.data;
  const errors = parsed.error.issues.map((issue) => ({ path: issue.path.join("."), message: issue.message }));
  throw new Problem(400, "bad-input", errors.map((e) => `${e.path || "body"}: ${e.message}`).join("; "), {
    errors,
  });
}

/** The request's JSON body; a problem for one that is longer than `most` bytes, or is none. */
export async function jsonOf(request: Request, most = 2_000_000): Promise<unknown> {
  const text = await textOf(request, most);
  try {
    return JSON.parse(text);
  } catch {
    throw new Problem(400, "not-json", "expected a JSON body; check what was sent");
  }
}

/** A route for other programs: a bearer key says which site they speak for. */
export function keyRoute<P = Record<string, never>>(
  handler: (call: Omit<Call<P>, "person"> & { readonly siteId: string }) => Promise<unknown>,
) {
  return openRoute<P>(async (call) =>
    handler({ ...call, siteId: await siteOfKey(database(), call.request.headers, call.at) }),
  );
}
