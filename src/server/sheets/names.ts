import type { Db } from "@/server/database/database";

/** Sheets there are at most on a list to pick from. */
const most = 500;

/** The sheets of the yard to pick from, by name. */
export const sheetNames = (db: Db) =>
  db.selectFrom("sheet").select(["id", "name", "family"]).orderBy("name").limit(most).execute();
