import { randomBytes } from "node:crypto";
import ical, { ICalCalendarMethod } from "ical-generator";
import type { Db } from "@/server/database/database";
import { sha256 } from "@/server/ledger/chain";
import { shiftBoard } from "@/server/shift/board";
import { type PlannedWork, plannedWork } from "@/server/shift/planned-work";

/** Makes somebody's own calendar a new secret; the one before serves nobody any more. It is shown this once. */
export async function newOwnCalendar(db: Db, personId: string, at: Date): Promise<{ readonly path: string }> {
  const secret = randomBytes(24).toString("base64url");
  const row = { secretHash: sha256(secret), madeAt: at };
  await db
    .insertInto("ownCalendar")
    .values({ personId, ...row })
    .onConflict((oc) => oc.column("personId").doUpdateSet(row))
    .execute();
  return { path: `/api/calendar/${secret}` };
}

/** The work that is planned for whoever this secret is of; undefined where it is nobody's, or they have left. */
export async function ownWork(
  db: Db,
  secret: string,
  at: Date,
): Promise<{ readonly name: string; readonly work: readonly PlannedWork[] } | undefined> {
  const owner = await db
    .selectFrom("ownCalendar as c")
    .innerJoin("person as p", "p.id", "c.personId")
    .innerJoin("personRole as r", "r.personId", "c.personId")
    .select(["c.personId", "p.name", "r.siteId"])
    .where("c.secretHash", "=", sha256(secret))
    .where("p.active", "=", true)
    .execute();
  const [first] = owner;
  if (first === undefined) return undefined;
  const work: PlannedWork[] = [];
  for (const siteId of new Set(owner.map((row) => row.siteId))) {
    const board = await shiftBoard(db, siteId, at);
    const { id: shiftId, day } = board.shift;
    work.push(
      ...plannedWork(board)
        .filter(({ personId }) => personId === first.personId)
        .map((one) => ({ ...one, id: `${one.id} ${shiftId} ${day}` })),
    );
  }
  return { name: first.name, work };
}

/** Somebody's work as iCalendar (RFC 5545): asked again every ten minutes, for plans change. */
export function ownIcs(
  { name, work }: { readonly name: string; readonly work: readonly PlannedWork[] },
  at: Date,
  words: (one: PlannedWork) => { readonly summary: string; readonly description: string },
): string {
  const calendar = ical({ name, method: ICalCalendarMethod.PUBLISH, ttl: 600 });
  for (const one of work)
    calendar.createEvent({
      id: `${one.id}@rook-step`.replaceAll(" ", "-"),
      start: new Date(one.startMs),
      end: new Date(one.endMs),
      stamp: at,
      ...("place" in one.of && { location: one.of.place }),
      ...words(one),
    });
  return calendar.toString();
}
