import { randomUUID } from "node:crypto";
import type { z } from "zod";
import type { Db } from "@/server/database/database";
import { shiftClocks, type siteSchema } from "@/server/first/first";

/** Changes a site's name, time zone or shifts. Shifts begin by it from now on; what was signed keeps its end. */
export async function changeSite(
  db: Db,
  siteId: string,
  { name, timeZone, shifts }: z.infer<typeof siteSchema>,
  by: string,
  at: Date,
): Promise<void> {
  const detail = { name, timeZone, shifts: shiftClocks(shifts) };
  await db.transaction().execute((trx) =>
    trx
      .insertInto("siteChange")
      .values({ id: randomUUID(), siteId, kind: "changed", detail: JSON.stringify(detail), byPerson: by, at })
      .execute(),
  );
}
