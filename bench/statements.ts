import pg from "pg";

/** What PostgreSQL has taken since it was last set to nothing, from handing it a statement to its answer. */
export const statements = { ms: 0, count: 0 };

const query = pg.Client.prototype.query as (...args: unknown[]) => unknown;
pg.Client.prototype.query = async function timed(this: pg.Client, ...args: unknown[]) {
  const from = performance.now();
  try {
    return await query.apply(this, args);
  } finally {
    statements.ms += performance.now() - from;
    statements.count += 1;
  }
} as never;
