import { randomUUID } from "node:crypto";
import { betterAuth } from "better-auth";
import { overTls, secretFile, setting } from "@/server/config";
import { type Db, database } from "@/server/database/database";

/** A person's sign-in name in the library's terms. It never leaves the server and is no address of anyone. */
export const loginOf = (badge: string): string => `${badge}@badge.invalid`;

export const sessionHours = 12;

/** The sign-in library over our database: scrypt for PINs, sessions in an HttpOnly, SameSite cookie. */
function build(db: Db) {
  return betterAuth({
    baseURL: setting("ROOK_STEP_URL") ?? "http://localhost",
    secret: secretFile("sign-in-secret"),
    database: { db, type: "postgres", transaction: true },
    user: { modelName: "authUser" },
    session: { modelName: "authSession", expiresIn: sessionHours * 3600, updateAge: sessionHours * 3600 },
    account: { modelName: "authAccount" },
    verification: { modelName: "authVerification" },
    emailAndPassword: {
      enabled: true,
      disableSignUp: false,
      minPasswordLength: 4,
      maxPasswordLength: 12,
      autoSignIn: false,
    },
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    advanced: {
      cookiePrefix: "rook-step",
      useSecureCookies: overTls(),
      defaultCookieAttributes: { sameSite: "lax", httpOnly: true, path: "/" },
      database: { generateId: () => randomUUID() },
    },
    logger: { level: "error" },
  });
}

const holder = globalThis as { rookStepAuth?: ReturnType<typeof build> };

/** None of the library's own routes is exposed: ours call it, so that every sign-in goes past the delay. */
export function auth() {
  holder.rookStepAuth ??= build(database());
  return holder.rookStepAuth;
}
