import { databaseUrl } from "@/server/config";
import { openDatabase } from "@/server/database/database";
import { verifyLedgers } from "@/server/ledger/verify";
import { verifyBooks } from "@/server/ledger/verify-books";
import { lostEntries } from "@/server/ledger/witness";

// Whole tables are read: it may take as long as it takes.
const db = openDatabase(databaseUrl(), 2);
const { units, entries, breaks } = await verifyLedgers(db);
for (const found of breaks) {
  console.log(
    `${found.plate}: broken at entry ${found.position} (${found.what.replaceAll("_", " ")}): ${found.detail}`,
  );
}
const { books, entries: bookEntries, rows, breaks: inBooks } = await verifyBooks(db);
for (const found of inBooks)
  console.log(
    `${found.book}${found.position === 0 ? "" : `, entry ${found.position}`} (${found.what.replaceAll("_", " ")}): ${found.detail}`,
  );
console.log(
  breaks.length === 0
    ? `${entries} entries in ${units} ledgers: every hash, signature and noted head holds.`
    : `${breaks.length} of ${units} ledgers are broken. Keep the database as it is and compare with a backup.`,
);
console.log(
  inBooks.length === 0
    ? `${rows} rows stand in ${books} books of ${bookEntries} entries, each as its book says.`
    : `${inBooks.length} things in the books do not hold. Keep the database as it is and compare with a backup.`,
);
const lost = lostEntries();
for (const { plate, position, at } of lost)
  console.log(`${plate}: a tablet was told of entry ${position}, and at ${at} it was not there as it was`);
await db.destroy();
process.exit(breaks.length + inBooks.length + lost.length === 0 ? 0 : 1);
