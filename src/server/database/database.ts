import { CamelCasePlugin, Kysely, PostgresDialect, type Transaction, type TransactionBuilder } from "kysely";
import pg from "pg";
import { databaseUrl } from "@/server/config";
import { writeBooks } from "@/server/ledger/books";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { log } from "@/server/log";
import { NamedClient } from "./named-client";
import type { Database } from "./tables";

export type Db = Kysely<Database>;
export type Trx = Transaction<Database>;

/** Books are kept, and nobody waits for ever: for a statement, for a lock, or for a transaction somebody has left open. */
const appSettings =
  " -c rook.books=on -c statement_timeout=20000 -c lock_timeout=10000 -c idle_in_transaction_session_timeout=30000";

/** What a transaction changed is in the books when it commits, whatever it was for. One that only reads has none to write. */
class BookedDatabase extends Kysely<Database> {
  override transaction(): TransactionBuilder<Database> {
    const builder = super.transaction();
    const execute = builder.execute.bind(builder);
    builder.execute = async (work) => {
      let heads: readonly Head[] = [];
      const result = await execute(async (trx) => {
        const done = await work(trx);
        heads = await writeBooks(trx);
        return done;
      });
      noteHeads(heads);
      return result;
    };
    return builder;
  }
}

/**
 * A database of its own pool. Columns are snake_case in SQL and camelCase here. With `strict` a change of what decides a
 * standing that is made outside a transaction, and so stands in no book, is refused by the database.
 */
export function openDatabase(url: string, poolSize = 10, waitMs = 3000, strict = false): Db {
  const pool = new pg.Pool({
    connectionString: url,
    max: poolSize,
    connectionTimeoutMillis: waitMs,
    Client: NamedClient,
    // A time stands in the books as UTC has it. What pages ask is answered sooner than workers could be started for it.
    options: `-c plan_cache_mode=force_generic_plan -c max_parallel_workers_per_gather=0 -c timezone=UTC${strict ? appSettings : ""}`,
  });
  // A connection lost while idle must not take the server down; the next query says what is wrong.
  pool.on("error", (error) => log.warn({ error: error.message }, "a database connection was lost"));
  return new BookedDatabase({
    dialect: new PostgresDialect({ pool }),
    plugins: [new CamelCasePlugin({ maintainNestedObjectKeys: true })],
  });
}

const holder = globalThis as { rookStepDatabase?: Db };

/** The server's one database, opened on first use and kept across hot reloads. */
export function database(): Db {
  holder.rookStepDatabase ??= openDatabase(databaseUrl(), 10, 3000, true);
  return holder.rookStepDatabase;
}
