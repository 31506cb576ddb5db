import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";

/** Where keys and the journal of ledger heads are kept: outside the database, so that its owner cannot rewrite both. */
export function keyFolder(): string {
  return resolve(process.env["ROOK_STEP_KEYS"] ?? join(".data", "keys"));
}

/** Address of the database, from the environment the start command sets. */
export function databaseUrl(): string {
  const url = process.env["DATABASE_URL"];
  if (url === undefined || url === "") {
    throw new Error(
      "expected DATABASE_URL to name the PostgreSQL database; start the app with `npm run demo` or set it",
    );
  }
  return url;
}

/** Whether the app is reached over TLS, as its public address says. */
export const overTls = (): boolean => (process.env["ROOK_STEP_URL"] ?? "").startsWith("https:");

/** A secret kept in a file of its own, made on first use and readable by its owner only. */
export function secretFile(
  name: string,
  make: () => string = () => randomBytes(32).toString("base64url"),
): string {
  const path = join(keyFolder(), name);
  if (!existsSync(path)) {
    mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
    writeFileSync(path, make(), { mode: 0o600, flag: "wx" });
  }
  return readFileSync(path, "utf8");
}
