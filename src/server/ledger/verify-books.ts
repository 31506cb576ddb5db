import { sql } from "kysely";
import type { Db } from "@/server/database/database";
import { bookedTables, evidenceAsBooked, evidenceTable, rowsAsBooked, yardBook } from "./booked";
import { bookName, digestOf, readEntry, rowName, type Said } from "./books";
import { chainHash } from "./chain";
import { type Head, headsOf, notedNames } from "./heads";
import { signatureHolds } from "./key";
import { schemaNow, schemaRow } from "./schema";
import { standingsDiffer } from "./verify-standings";

/** Something the books and the tables do not agree on, or a book that does not hold in itself. */
export interface BookBreak {
  readonly what:
    | "entry_edited"
    | "entry_missing"
    | "entry_signature"
    | "cut_short"
    | "rebuilt"
    | "row_edited"
    | "row_added"
    | "row_gone"
    | "row_moved"
    | "evidence_revived"
    | "view_differs"
    | "standing_differs"
    | "rules_changed"
    | "unit_gone";
  /** The book, and the entry that says otherwise where there is one. */
  readonly book: string;
  readonly position: number;
  /** The row it is about, by its table and key. */
  readonly row?: string;
  readonly detail: string;
}

export interface BooksVerified {
  readonly books: number;
  readonly entries: number;
  readonly rows: number;
  readonly breaks: readonly BookBreak[];
}

/**
 * Compares the books with the tables, both ways: every row with the entry that speaks of it last, every entry with its
 * row. Book by book, so that a yard of any size is read a little at a time: each in itself first, its chain, its signatures
 * and the heads noted outside the database. Then what is worked out of the tables: what ended evidence, how units stand, and
 * what the views of standing tags and reports show.
 */
export async function verifyBooks(db: Db): Promise<BooksVerified> {
  const noted = notedNames();
  const breaks: BookBreak[] = [];
  let entries = 0;
  let rows = 0;
  const books = await allBooks(db, noted);
  for (const book of books) {
    const inBook = await db
      .selectFrom("bookEntry")
      .selectAll()
      .where("book", "=", book)
      .orderBy("position")
      .execute();
    entries += inBook.length;
    const broken = chainBreak(book, inBook, headsOf(bookName(book)));
    if (broken !== undefined) breaks.push(broken);
    const said = new Map<string, Said>();
    for (const entry of inBook) readEntry(said, entry);
    if (book === schemaRow.book) breaks.push(...(await rulesChanged(db, said)));
    const found = await rowsOf(db, book);
    rows += found.length;
    for (const row of found) {
      const name = rowName(row.ofTable, row.key);
      breaks.push(...rowBreaks(row, said.get(name)));
      said.delete(name);
    }
    for (const [name, { digest, position }] of said)
      if (digest !== null)
        breaks.push({
          what: "row_gone",
          row: name,
          book,
          position,
          detail: `${name} is in the book and no more in its table`,
        });
  }
  breaks.push(
    ...(await revived(db)),
    ...(await viewsDiffer(db)),
    ...(await standingsDiffer(db)).map((unitId) => ({
      what: "standing_differs" as const,
      book: `unit ${unitId}`,
      position: 0,
      detail: `how unit ${unitId} stands is not what its records give`,
    })),
    ...(await unitsGone(db, noted)),
  );
  return { books: books.length, entries, rows, breaks: moved(breaks) };
}

/** Tables whose rows each belong into the book of a unit, and the column that says whose. */
const ofUnits = bookedTables.flatMap((one) =>
  typeof one.book === "string" ? [] : [{ one, column: one.book.unitIn }],
);
const unitBook = /^unit ([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})$/;

/** Every book there is: by its entries, by the heads that were noted of it, or by rows that belong into one. */
async function allBooks(db: Db, noted: readonly string[]): Promise<readonly string[]> {
  const named = await db.selectFrom("bookEntry").select("book").distinct().execute();
  const books = new Set([...named.map(({ book }) => book), ...noted.flatMap(bookOf), schemaRow.book]);
  for (const { book } of bookedTables) if (typeof book === "string") books.add(book);
  const whose = ofUnits.map(({ one, column }) => ({ table: one.table, column }));
  for (const { table, column } of [...whose, { table: evidenceTable, column: "unit_id" }]) {
    const { rows } = await sql<{ unit: string | null }>`
      SELECT DISTINCT ${sql.ref(column)} AS unit FROM ${sql.table(table)}`.execute(db);
    for (const { unit } of rows) if (unit !== null) books.add(`unit ${unit}`);
  }
  return [...books].sort();
}

/** The rows that belong into a book, as it has them. */
async function rowsOf(db: Db, book: string): Promise<readonly TableRow[]> {
  const [, unit] = unitBook.exec(book) ?? [];
  const reads =
    unit === undefined
      ? [
          ...bookedTables.filter((one) => one.book === book).map((one) => rowsAsBooked(one)),
          ...(book === yardBook
            ? ofUnits.map(({ one, column }) => rowsAsBooked(one, `t.${column} IS NULL`))
            : []),
        ]
      : [
          ...ofUnits.map(({ one, column }) => rowsAsBooked(one, `t.${column} = '${unit}'`)),
          evidenceAsBooked(`t.unit_id = '${unit}'`),
        ];
  const found: TableRow[] = [];
  for (const read of reads) found.push(...(await sql.raw<TableRow>(read).execute(db)).rows);
  return found;
}

/** The database's own rules, where they are not as the migrations of this app left them. */
async function rulesChanged(db: Db, said: Map<string, Said>): Promise<readonly BookBreak[]> {
  const { book, ofTable, key, content } = await schemaNow(db);
  const name = rowName(ofTable, key);
  const same = said.get(name)?.digest === digestOf(ofTable, key, content);
  said.delete(name);
  if (same) return [];
  const detail =
    "functions, triggers, views, constraints or columns are not as the migrations of this app left them";
  return [{ what: "rules_changed", book, position: 0, detail }];
}

/** A row that is gone from one book's and added to another's is one that was moved. */
function moved(breaks: readonly BookBreak[]): readonly BookBreak[] {
  const rowsThat = (what: BookBreak["what"]) =>
    new Set(breaks.filter((one) => one.what === what).map(({ row }) => row));
  const [gone, added] = [rowsThat("row_gone"), rowsThat("row_added")];
  return breaks.flatMap((one): readonly BookBreak[] => {
    if (one.what === "row_gone" && added.has(one.row))
      return [{ ...one, what: "row_moved", detail: `${one.row} was written into ${one.book}` }];
    return one.what === "row_added" && gone.has(one.row) ? [] : [one];
  });
}

interface TableRow {
  readonly book: string;
  readonly ofTable: string;
  readonly key: string;
  readonly content: unknown;
}

function rowBreaks(row: TableRow, said: Said | undefined): readonly BookBreak[] {
  const { book, ofTable, key, content } = row;
  const name = rowName(ofTable, key);
  if (said === undefined || said.digest === null)
    return [
      {
        what: "row_added",
        row: name,
        book,
        position: said?.position ?? 0,
        detail:
          said === undefined
            ? `${name} stands in its table and in no book`
            : `${name} was removed, and stands again`,
      },
    ];
  if (said.digest !== digestOf(ofTable, key, content))
    return [
      { what: "row_edited", book, position: said.position, detail: `${name} is not what its book says` },
    ];
  return [];
}

const prefix = bookName("");
const bookOf = (name: string): readonly string[] =>
  name.startsWith(prefix) ? [name.slice(prefix.length)] : [];

interface Entry {
  readonly book: string;
  readonly position: number;
  readonly body: string;
  readonly previousHash: string;
  readonly hash: string;
  readonly signature: string;
}

/** Whether an entry's body, which gives its hash and so is as it was written, is of this place. */
function isOf(text: string, book: string, position: number): boolean {
  const body = JSON.parse(text) as { readonly book: string; readonly position: number };
  return body.book === book && body.position === position;
}

/** The first place at which a book does not hold in itself. */
function chainBreak(book: string, entries: readonly Entry[], noted: readonly Head[]): BookBreak | undefined {
  let previousHash = "";
  for (const [index, entry] of entries.entries()) {
    const position = index + 1;
    const at = { book, position };
    if (entry.position !== position || entry.previousHash !== previousHash)
      return {
        ...at,
        what: "entry_missing",
        detail: `expected entry ${position} after the one before it, found ${entry.position}`,
      };
    if (chainHash(previousHash, entry.body) !== entry.hash || !isOf(entry.body, book, position))
      return { ...at, what: "entry_edited", detail: "its content does not give its hash" };
    if (!signatureHolds(entry.hash, entry.signature))
      return { ...at, what: "entry_signature", detail: "not signed with this server's key" };
    previousHash = entry.hash;
  }
  for (const { position, hash } of noted) {
    const entry = entries[position - 1];
    if (entry === undefined)
      return {
        book,
        position,
        what: "cut_short",
        detail: `the journal of heads knows entry ${position}, the book ends at ${entries.length}`,
      };
    if (entry.hash !== hash)
      return { book, position, what: "rebuilt", detail: "differs from the head noted when it was written" };
  }
  return undefined;
}

/** Evidence that stands although an entry its answer had not seen has touched its check. */
async function revived(db: Db): Promise<readonly BookBreak[]> {
  const { rows } = await sql<{ unitId: string; checkKey: string; position: number }>`
    SELECT e.unit_id, e.check_key, min(l.position) AS position FROM check_evidence e
      JOIN ledger_entry l ON l.unit_id = e.unit_id AND l.position > e.seen
        AND (l.touches = '"all"' OR l.touches ? e.check_key)
        AND NOT EXISTS (SELECT FROM finding f WHERE f.id = l.subject_id AND f.inspection_id = e.inspection_id)
    WHERE e.ended_by IS NULL GROUP BY e.unit_id, e.check_key`.execute(db);
  return rows.map(({ unitId, checkKey, position }) => ({
    what: "evidence_revived" as const,
    book: `unit ${unitId}`,
    position,
    detail: `${checkKey} stands as proven, and entry ${position} of the unit's ledger ended it`,
  }));
}

/** What the views of standing tags and reports show, beside what the tables hold. */
async function viewsDiffer(db: Db): Promise<readonly BookBreak[]> {
  const { rows } = await sql<{ id: string; what: string }>`
    (SELECT t.id, 'tag' AS what FROM tag t WHERE t.id NOT IN (SELECT tag_id FROM tag_step WHERE kind = 'released')
      AND t.id NOT IN (SELECT id FROM standing_tag))
    UNION ALL
    (SELECT r.id, 'report' FROM held_report r WHERE r.id NOT IN (SELECT report_id FROM report_look)
      AND r.id NOT IN (SELECT id FROM standing_report))
    UNION ALL
    (SELECT t.id, 'hold of tag' FROM standing_tag t WHERE (t.unit_id, t.number) NOT IN (SELECT unit_id, name FROM standing_hold))`.execute(
    db,
  );
  return rows.map(({ id, what }) => ({
    what: "view_differs" as const,
    book: "yard",
    position: 0,
    detail: `${what} ${id} stands in its table, and the view of what stands does not show it`,
  }));
}

/** Units that have a ledger, here or in the journal of heads, and are in the pool no more. */
async function unitsGone(db: Db, noted: readonly string[]): Promise<readonly BookBreak[]> {
  const here = new Set((await db.selectFrom("unit").select("id").execute()).map(({ id }) => id));
  const spoken = await db.selectFrom("ledgerEntry").select("unitId").distinct().execute();
  const known = new Set([
    ...spoken.map(({ unitId }) => unitId),
    ...noted.filter((name) => bookOf(name).length === 0),
  ]);
  return [...known]
    .filter((id) => !here.has(id))
    .map((id) => ({
      what: "unit_gone" as const,
      book: `unit ${id}`,
      position: 0,
      detail: `unit ${id} has a ledger and is no unit of the pool`,
    }));
}
