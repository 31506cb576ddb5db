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
  const names = () =>
    db
      .selectFrom("unit")
      .select(["id", "plate", "serial"])
      .where("siteId", "=", siteId)
      .where("retiredAt", "is", null)
      .orderBy("plate")
      .execute();
  const named = (all: Awaited<ReturnType<typeof names>>) =>
    all.map(({ plate, serial }) => ({ plate, serial }));
  if (find !== undefined) {
    const all = await names();
    const ids = unitsFor(find, all)
      .slice(0, onPage)
      .map(({ id }) => id);
    const rows = ids.length === 0 ? [] : await rowsOf(db).where("u.id", "in", ids).execute();
    const place = new Map(ids.map((id, i) => [id, i]));
    const inOrder = rows.toSorted((a, b) => (place.get(a.id) ?? 0) - (place.get(b.id) ?? 0));
    return { names: named(all), rows: inOrder.map((row) => asShown(row, at)), next: undefined };
  }
  const [all, rows] = await Promise.all([
    names(),
    rowsOf(db)
      .where("u.siteId", "=", siteId)
      .where("u.retiredAt", "is", null)
      .$if(after !== undefined, (some) => some.where("u.plate", ">", after ?? ""))
      .orderBy("u.plate")
      .limit(onPage + 1)
      .execute(),
  ]);
  const shown = rows.slice(0, onPage);
  return {
    names: named(all),
    rows: shown.map((row) => asShown(row, at)),
    next: rows.length > onPage ? shown.at(-1)?.plate : undefined,
  };
}

const rowsOf = (db: Db) =>
  db
    .selectFrom("unit as u")
    .innerJoin("unitStanding as s", "s.unitId", "u.id")
    .leftJoin("person as signer", "signer.id", "s.signedBy")
    .select(["u.id", "u.plate", "u.family", "u.serial", "u.sheetVersionId"])
    .select([...standingColumns, "signer.name as signer"]);

type Row = Awaited<ReturnType<ReturnType<typeof rowsOf>["execute"]>>[number];

function asShown(row: Row, at: Date) {
  const { id, plate, family, serial, sheetVersionId, examinationDue } = row;
  const { state } = standingFrom(row, at);
  return {
    id,
    plate,
    family,
    serial,
    hasSheet: sheetVersionId !== null,
    dueMs: examinationDue.getTime(),
    state,
  };
}
