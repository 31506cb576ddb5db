import { randomBytes } from "node:crypto";
import ical, { ICalCalendarMethod } from "ical-generator";
import type { Db } from "@/server/database/database";
import { sha256 } from "@/server/ledger/chain";
import { shiftBoard } from "@/server/shift/board";

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

/** An inspection as the plan has it for somebody. */
export interface OwnWalk {
  readonly id: string;
  readonly startMs: number;
  readonly endMs: number;
  readonly plate: string;
  readonly crew: string;
  readonly place: string;
}

/** The inspections that are planned for whoever this secret is of; undefined where it is nobody's, or they have left. */
export async function ownWalks(
  db: Db,
  secret: string,
  at: Date,
): Promise<{ readonly name: string; readonly walks: readonly OwnWalk[] } | undefined> {
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
  const walks: OwnWalk[] = [];
  for (const siteId of new Set(owner.map((row) => row.siteId))) {
    const { rows, shift } = await shiftBoard(db, siteId, at);
    walks.push(
      ...rows.flatMap(({ slot, unitId, plate, crew, place }) =>
        slot?.personId === first.personId
          ? [
              {
                ...{ id: `${unitId} ${shift.id} ${shift.day}`, startMs: slot.startMs, endMs: slot.endMs },
                ...{ plate, crew, place },
              },
            ]
          : [],
      ),
    );
  }
  return { name: first.name, walks };
}

/** Somebody's inspections as iCalendar (RFC 5545): asked again every ten minutes, for plans change. */
export function ownIcs(
  { name, walks }: { readonly name: string; readonly walks: readonly OwnWalk[] },
  at: Date,
  words: (walk: OwnWalk) => { readonly summary: string; readonly description: string },
): string {
  const calendar = ical({ name, method: ICalCalendarMethod.PUBLISH, ttl: 600 });
  for (const walk of walks)
    calendar.createEvent({
      id: `${walk.id}@rook-step`.replaceAll(" ", "-"),
      start: new Date(walk.startMs),
      end: new Date(walk.endMs),
      stamp: at,
      location: walk.place,
      ...words(walk),
    });
  return calendar.toString();
}
