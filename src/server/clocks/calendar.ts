import { randomBytes } from "node:crypto";
import ical, { ICalCalendarMethod, ICalEventTransparency } from "ical-generator";
import type { ClockId, ClockShown } from "@/contract/clocks";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { sha256 } from "@/server/ledger/chain";
import { yardClocks } from "./read";

/** Makes a site's calendar a new secret; the one before serves nobody any more. It is shown this once. */
export async function newCalendarSecret(
  db: Db,
  siteId: string,
  personId: string,
  at: Date,
): Promise<{ readonly path: string }> {
  const secret = randomBytes(24).toString("base64url");
  const row = { secretHash: sha256(secret), madeBy: personId, madeAt: at };
  await db
    .insertInto("calendarFeed")
    .values({ siteId, ...row })
    .onConflict((oc) => oc.column("siteId").doUpdateSet(row))
    .execute();
  return { path: `/api/calendar/${secret}` };
}

/** Of a unit, a job that has a day: planned, due, or likely due by its hours. */
export interface CalendarDay {
  readonly plate: string;
  readonly job: ClockId;
  readonly kind: "planned" | "due" | "likely";
  readonly onMs: number;
  readonly who: string | undefined;
}

export interface SiteCalendar {
  readonly site: string;
  readonly days: readonly CalendarDay[];
}

/** The days of a site's jobs, for whoever knows its secret. */
export async function siteCalendar(db: Db, secret: string, at: Date): Promise<SiteCalendar> {
  const feed = await db
    .selectFrom("calendarFeed as f")
    .innerJoin("site as s", "s.id", "f.siteId")
    .select(["f.siteId", "s.name"])
    .where("f.secretHash", "=", sha256(secret))
    .executeTakeFirst();
  if (feed === undefined)
    throw new Problem(
      404,
      "no-calendar",
      "expected the address of a site's calendar; ask its owner for the present one",
    );
  const days: CalendarDay[] = [];
  let after: string | undefined;
  do {
    const page = await yardClocks(db, feed.siteId, after, at);
    for (const { plate, clocks } of page.units) days.push(...clocks.flatMap((clock) => daysOf(plate, clock)));
    after = page.next;
  } while (after !== undefined);
  return { site: feed.name, days };
}

function daysOf(plate: string, { job, dueMs, met, slot }: ClockShown): readonly CalendarDay[] {
  return [
    ...(slot === undefined ? [] : [{ plate, job, kind: "planned" as const, onMs: slot.onMs, who: slot.who }]),
    ...(dueMs === undefined ? [] : [{ plate, job, kind: "due" as const, onMs: dueMs, who: undefined }]),
    ...(met === undefined
      ? []
      : [{ plate, job, kind: "likely" as const, onMs: met.likelyMs, who: undefined }]),
  ];
}

/** A site's days as iCalendar (RFC 5545): a day each, that takes nobody's time. */
export function icsOf(
  { site, days }: SiteCalendar,
  at: Date,
  words: (day: CalendarDay) => { readonly summary: string; readonly description?: string },
): string {
  const calendar = ical({ name: site, method: ICalCalendarMethod.PUBLISH, ttl: 3600 });
  for (const day of days) {
    const { summary, description } = words(day);
    calendar.createEvent({
      id: `${day.plate} ${day.job} ${day.kind}@rook-step`.replaceAll(" ", "-"),
      start: new Date(day.onMs),
      stamp: at,
      allDay: true,
      summary,
      description,
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  }
  return calendar.toString();
}
