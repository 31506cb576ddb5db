import { sql } from "kysely";
import type { Db } from "@/server/database/database";
import { bookedTables, evidenceAsBooked, rowsAsBooked } from "./booked";
import { bookName, digestOf, readEntry, rowName, type Said } from "./books";
import { chainHash } from "./chain";
import { type Head, headsOf, notedNames } from "./heads";
import { signatureHolds } from "./key";
import { schemaNow } from "./schema";
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
 * row. First each book in itself: its chain, its signatures, and the heads noted outside the database. Then what is
 * worked out of the tables: what ended evidence, and what the views of standing tags and reports show.
 */
export async function verifyBooks(db: Db): Promise<BooksVerified> {
  const noted = notedNames();
  const breaks: BookBreak[] = [];
  const said = new Map<string, Said>();
  const entries = await db.selectFrom("bookEntry").selectAll().orderBy("book").orderBy("position").execute();
  const byBook = new Map<string, (typeof entries)[number][]>();
  for (const entry of entries) byBook.set(entry.book, [...(byBook.get(entry.book) ?? []), entry]);
  const names = new Set([...byBook.keys(), ...noted.flatMap(bookOf)]);
  for (const book of names) {
    const inBook = byBook.get(book) ?? [];
    const broken = chainBreak(book, inBook, headsOf(bookName(book)));
    if (broken !== undefined) breaks.push(broken);
    for (const entry of inBook) readEntry(said, entry);
  }
  const schema = await schemaNow(db);
  if (
    said.get(rowName(schema.ofTable, schema.key))?.digest !==
    digestOf(schema.ofTable, schema.key, schema.content)
  )
    breaks.push({
      what: "rules_changed",
      book: schema.book,
      position: 0,
      detail:
        "functions, triggers, views, constraints or columns are not as the migrations of this app left them",
    });
  said.delete(rowName(schema.ofTable, schema.key));
  let rows = 0;
  for (const read of [...bookedTables.map(rowsAsBooked), evidenceAsBooked]) {
    const found = await sql.raw<TableRow>(read).execute(db);
    rows += found.rows.length;
    for (const row of found.rows) {
      const name = rowName(row.ofTable, row.key);
      breaks.push(...rowBreaks(row, said.get(name)));
      said.delete(name);
    }
  }
  for (const [name, { digest, book, position }] of said)
    if (digest !== null)
      breaks.push({
        what: "row_gone",
        book,
        position,
        detail: `${name} is in the book and no more in its table`,
      });
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
  return { books: names.size, entries: entries.length, rows, breaks };
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
        book,
        position: said?.position ?? 0,
        detail:
          said === undefined
            ? `${name} stands in its table and in no book`
            : `${name} was removed, and stands again`,
      },
    ];
  if (said.book !== book)
    return [
      {
        what: "row_moved",
        book: said.book,
        position: said.position,
        detail: `${name} was written into ${said.book}`,
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
