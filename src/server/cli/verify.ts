import { database } from "@/server/database/database";
import { verifyLedgers } from "@/server/ledger/verify";

const { units, entries, breaks } = await verifyLedgers(database());
for (const found of breaks) {
  console.log(
    `${found.plate}: broken at entry ${found.position} (${found.what.replaceAll("_", " ")}): ${found.detail}`,
  );
}
console.log(
  breaks.length === 0
    ? `${entries} entries in ${units} ledgers: every hash, signature and noted head holds.`
    : `${breaks.length} of ${units} ledgers are broken. Keep the database as it is and compare with a backup.`,
);
await database().destroy();
process.exit(breaks.length === 0 ? 0 : 1);
