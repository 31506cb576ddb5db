import { unitsFor } from "@/core/vocabulary/plate-match";
import type { Db } from "@/server/database/database";
import { standingColumns, standingFrom } from "./standing";

/** Units on a page of the pool. */
const onPage = 100;

export interface PoolAsked {
  /** The last plate of the page before. */
  readonly after?: string;
  /** What somebody types of a plate or a serial. */
  readonly find?: string;
}

/** A page of a site's pool with where each unit stands, by plate; the names of all of them, and where the next page begins. */
export async function poolPage(db: Db, siteId: string, { after, find }: PoolAsked, at: Date) {
  const names = await db
    .selectFrom("unit")
    .select(["id", "plate", "serial"])
    .where("siteId", "=", siteId)
    .orderBy("plate")
    .execute();
  const from = after === undefined ? 0 : names.findIndex(({ plate }) => plate > after);
  const asked = find === undefined ? names.slice(from < 0 ? names.length : from) : unitsFor(find, names);
  const page = asked.slice(0, onPage);
  const rows = await rowsOf(
    db,
    page.map(({ id }) => id),
    at,
  );
  return {
    names: names.map(({ plate, serial }) => ({ plate, serial })),
    rows: page.flatMap(({ id }) => rows.get(id) ?? []),
    next: asked.length > page.length && find === undefined ? page.at(-1)?.plate : undefined,
  };
}

async function rowsOf(db: Db, ids: readonly string[], at: Date) {
  if (ids.length === 0) return new Map<string, never>();
  const rows = await db
    .selectFrom("unit as u")
    .innerJoin("unitStanding as s", "s.unitId", "u.id")
    .leftJoin("person as signer", "signer.id", "s.signedBy")
    .select(["u.id", "u.plate", "u.family", "u.serial", "u.sheetVersionId"])
    .select([...standingColumns, "signer.name as signer"])
    .where("u.id", "in", ids)
    .execute();
  return new Map(
    rows.map((row) => {
      const { id, plate, family, serial, sheetVersionId, examinationDue } = row;
      const { state } = standingFrom(row, at);
      return [
        id,
        {
          id,
          plate,
          family,
          serial,
          hasSheet: sheetVersionId !== null,
          dueMs: examinationDue.getTime(),
          state,
        },
      ];
    }),
  );
}
