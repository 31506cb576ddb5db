import { type Kysely, sql, type Transaction } from "kysely";
import { now } from "@/server/clock";
import type { Database } from "@/server/database/tables";
import { bookedTables, type Changed, evidenceAsBooked, rowsAsBooked } from "./booked";
import { canonical, chainHash, sha256 } from "./chain";
import type { Head } from "./heads";
import { signHash } from "./key";
import { schemaNow } from "./schema";

/** A row as a book has it: its table, its key, and the digest of its content; null for one that was removed. */
export type BookedRow = readonly [table: string, key: string, digest: string | null];

/** So many rows an entry holds at most. */
const mostRows = 2000;

export const digestOf = (table: string, key: string, content: unknown): string =>
  sha256(canonical([table, key, content]));

/** What the journal of heads calls a book: no unit's ledger has such a name. */
export const bookName = (book: string): string => `book ${book}`;

/**
 * Writes what a transaction has changed into its books, as the last thing before it commits: each book's chain goes on by
 * an entry. Gives the heads to note once it has committed.
 */
export async function writeBooks(trx: Transaction<Database>): Promise<readonly Head[]> {
  const { rows } = await sql<Taken>`SELECT * FROM take_changed()`.execute(trx);
  if (rows.length === 0) return [];
  const recordedAt = now().toISOString();
  const entries = [...byBook(rows)].flatMap(([book, { changed, headPosition, headHash }]) => {
    let position = headPosition;
    let previousHash = headHash;
    return partsOf([...changed.values()]).map((part) => {
      position += 1;
      const body = canonical({ book, position, recordedAt, rows: part });
      const hash = chainHash(previousHash, body);
      const entry = { book, position, body, previousHash, hash, signature: signHash(hash), recordedAt };
      previousHash = hash;
      return entry;
    });
  });
  await trx.insertInto("bookEntry").values(entries).execute();
  return entries.map(({ book, position, hash }) => ({ unitId: bookName(book), position, hash }));
}

interface Taken extends Changed {
  readonly headPosition: number | null;
  readonly headHash: string | null;
}

interface ToWrite {
  /** By the name of each row: of one changed several times, as it is in the end. */
  readonly changed: Map<string, BookedRow>;
  readonly headPosition: number;
  readonly headHash: string;
}

function byBook(rows: readonly Taken[]): ReadonlyMap<string, ToWrite> {
  const books = new Map<string, ToWrite>();
  for (const { book, ofTable, key, content, headPosition, headHash } of rows) {
    const toWrite = books.get(book) ?? {
      changed: new Map(),
      headPosition: headPosition ?? 0,
      headHash: headHash ?? "",
    };
    const digest = content === null ? null : digestOf(ofTable, key, content);
    toWrite.changed.set(rowName(ofTable, key), [ofTable, key, digest]);
    books.set(book, toWrite);
  }
  return books;
}

function partsOf(rows: readonly BookedRow[]): readonly (readonly BookedRow[])[] {
  const parts = [];
  for (let from = 0; from < rows.length; from += mostRows) parts.push(rows.slice(from, from + mostRows));
  return parts;
}

function rowsOf(body: string): readonly BookedRow[] {
  try {
    return (JSON.parse(body) as { readonly rows: readonly BookedRow[] }).rows;
  } catch {
    return [];
  }
}

/** What the books say last of each row, by its table and key; and which entry says so. */
export interface Said {
  readonly digest: string | null;
  readonly book: string;
  readonly position: number;
}

export const rowName = (table: string, key: string): string => `${table} ${key}`;

/** Reads an entry's rows into what is said last; nothing of one that does not read any more. */
export function readEntry(
  said: Map<string, Said>,
  { book, position, body }: { readonly book: string; readonly position: number; readonly body: string },
): void {
  const rows = rowsOf(body);
  for (const [table, key, digest] of rows) said.set(rowName(table, key), { digest, book, position });
}

/**
 * Writes every row that no book speaks of into its book, as it is found: once for a database from before there were
 * books, and for one just filled by hand. A row a book speaks of already is left to `verify`.
 */
export async function bookAsFound(db: Kysely<Database>): Promise<void> {
  await db.transaction().execute(async (trx) => {
    await sql`DELETE FROM row_changed`.execute(trx);
    const said = await allSaid(trx);
    // A database half way through its migrations lacks what later ones make.
    const here = await tablesOf(trx);
    const booked = bookedTables.filter(({ table }) => here.has(table));
    for (const rows of [...booked.map((one) => rowsAsBooked(one)), evidenceAsBooked()]) {
      const found = await sql.raw<Changed>(rows).execute(trx);
      const fresh = found.rows.filter((row) => !said.has(rowName(row.ofTable, row.key)));
      await noteRows(trx, fresh);
    }
  });
}

async function tablesOf(trx: Kysely<Database>): Promise<ReadonlySet<string>> {
  const { rows } = await sql<{ name: string }>`
    SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public'`.execute(trx);
  return new Set(rows.map(({ name }) => name));
}

/** What the books say last of every row. */
async function allSaid(trx: Kysely<Database>): Promise<ReadonlyMap<string, Said>> {
  const said = new Map<string, Said>();
  const entries = trx.selectFrom("bookEntry").select(["book", "position", "body"]).orderBy("position");
  for (const entry of await entries.execute()) readEntry(said, entry);
  return said;
}

/**
 * Gives the rows of a booked table another form, within a migration's own transaction, and writes them into their books
 * anew: only those that were as their books said before. What was not is left as it was said, so that no upgrade makes it
 * good. Before there are books nothing is written: all is, as it is found, once there are.
 */
export async function reshape(
  db: Kysely<never>,
  table: string,
  change: () => Promise<unknown>,
): Promise<void> {
  const trx = db as unknown as Transaction<Database>;
  const read = bookedTables.filter((one) => one.table === table).map((one) => rowsAsBooked(one));
  const rows = async () =>
    (await Promise.all(read.map((one) => sql.raw<Changed>(one).execute(trx)))).flatMap((found) => found.rows);
  const said = await allSaid(trx);
  const before = await rows();
  const held = new Set(
    before
      .filter((row) => said.get(rowName(table, row.key))?.digest === digestOf(table, row.key, row.content))
      .map((row) => row.key),
  );
  await change();
  await sql`DELETE FROM row_changed`.execute(trx);
  await noteRows(
    trx,
    (await rows()).filter((row) => held.has(row.key)),
  );
  // Their heads are noted with the next entry of each book: a migration may still fail.
  await writeBooks(trx);
  // Nothing waits for the commit: a later migration may change these tables again.
  await sql`SET CONSTRAINTS ALL IMMEDIATE; SET CONSTRAINTS ALL DEFERRED`.execute(trx);
}

async function noteRows(trx: Transaction<Database>, rows: readonly Changed[]): Promise<void> {
  for (let from = 0; from < rows.length; from += mostRows) {
    const some = rows
      .slice(from, from + mostRows)
      .map(({ book, ofTable, key, content }) => ({ book, of_table: ofTable, key, content }));
    await sql`INSERT INTO row_changed (book, of_table, key, content)
      SELECT book, of_table, key, content FROM jsonb_to_recordset(${JSON.stringify(some)}::jsonb)
        AS r (book text, of_table text, key text, content jsonb)`.execute(trx);
  }
}

/** Writes the rules of the database itself into a book, as they are after its migrations. */
export const bookSchema = (db: Kysely<Database>): Promise<void> =>
  db.transaction().execute(async (trx) => noteRows(trx, [await schemaNow(trx)]));
