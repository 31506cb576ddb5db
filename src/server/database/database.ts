import { CamelCasePlugin, Kysely, PostgresDialect, type Transaction } from "kysely";
import pg from "pg";
import { databaseUrl } from "@/server/config";
import { log } from "@/server/log";
import { NamedClient } from "./named-client";
import type { Database } from "./tables";

export type Db = Kysely<Database>;
export type Trx = Transaction<Database>;

/** A database of its own pool. Columns are snake_case in SQL and camelCase here. */
export function openDatabase(url: string, poolSize = 10, waitMs = 3000): Db {
  const pool = new pg.Pool({
    connectionString: url,
    max: poolSize,
    connectionTimeoutMillis: waitMs,
    Client: NamedClient,
    options: "-c plan_cache_mode=force_generic_plan",
  });
  // A connection lost while idle must not take the server down; the next query says what is wrong.
  pool.on("error", (error) => log.warn({ error: error.message }, "a database connection was lost"));
  return new Kysely<Database>({
    dialect: new PostgresDialect({ pool }),
    plugins: [new CamelCasePlugin({ maintainNestedObjectKeys: true })],
  });
}

const holder = globalThis as { rookStepDatabase?: Db };

/** The server's one database, opened on first use and kept across hot reloads. */
export function database(): Db {
  holder.rookStepDatabase ??= openDatabase(databaseUrl());
  return holder.rookStepDatabase;
}
