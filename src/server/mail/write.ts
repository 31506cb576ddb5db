import type { Language } from "@/contract/display";
import type { ShiftBoard } from "@/contract/shift";
import { isDigestDue, mayBeSentMs, type QuietHours, type ToldKind } from "@/core/shift/telling";
import { localMs, type Zone } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";
import { log } from "@/server/log";
import { shiftBoard } from "@/server/shift/board";
import { plannedWork, workWords } from "@/server/shift/planned-work";
import { shiftDayAt } from "@/server/shift/shift-day";
import { letterWords } from "./words";

/** A tag is told while it is news. */
const newsMs = 30 * 60_000;

interface Reader {
  readonly personId: string;
  readonly language: Language;
  readonly quiet: QuietHours | undefined;
  readonly stopSecret: string;
  readonly digest: boolean;
  readonly tag: boolean;
}

/** Writes what is to be told now at every site whose people have asked for it: each thing once to each person. */
export async function writeMail(db: Db, origin: string, at: Date): Promise<void> {
  const rows = await db
    .selectFrom("mailChoice as c")
    .innerJoin("personRole as r", "r.personId", "c.personId")
    .innerJoin("person as p", "p.id", "c.personId")
    .select([
      "c.personId",
      "c.language",
      "c.quietFrom",
      "c.quietUntil",
      "c.stopSecret",
      "c.digest",
      "c.tag",
      "r.siteId",
    ])
    .distinct()
    .where("p.active", "=", true)
    .where((eb) => eb.or([eb("c.digest", "=", true), eb("c.tag", "=", true)]))
    .execute();
  for (const siteId of new Set(rows.map((row) => row.siteId))) {
    const readers = rows
      .filter((row) => row.siteId === siteId)
      .map(
        ({ quietFrom, quietUntil, language, ...reader }): Reader => ({
          ...reader,
          language: language as Language,
          quiet:
            quietFrom === null || quietUntil === null
              ? undefined
              : { fromMin: quietFrom, untilMin: quietUntil },
        }),
      );
    // One site's trouble keeps no other's people in the dark.
    await writeForSite(db, siteId, readers, origin, at).catch((error: unknown) => {
      log.error({ error: String(error), siteId }, "a site's letters could not be written; it is tried again");
    });
  }
}

async function writeForSite(
  db: Db,
  siteId: string,
  readers: readonly Reader[],
  origin: string,
  at: Date,
): Promise<void> {
  const site = await db
    .selectFrom("site")
    .select(["timeZone", "shifts"])
    .where("id", "=", siteId)
    .executeTakeFirstOrThrow();
  const shift = shiftDayAt(site, at);
  const about = `${siteId} ${shift.id} ${shift.day}`;
  const tags = await freshTags(db, siteId, at);
  const told = await toldOf(db, [about, ...tags.map(({ id }) => id)]);
  const untold = (kind: ToldKind, of: string) =>
    readers.filter((reader) => reader[kind] && !told.has(`${reader.personId} ${kind} ${of}`));
  const digests = isDigestDue(at.getTime(), shift.startMs) ? untold("digest", about) : [];
  const news = tags.map((tag) => ({ tag, to: untold("tag", tag.id) })).filter(({ to }) => to.length > 0);
  // The plan is worked out for a letter alone.
  if (digests.length + news.length === 0) return;
  const board = await shiftBoard(db, siteId, at);
  const tell = (reader: Reader, kind: ToldKind, of: string, letter: Letter) =>
    put(db, reader, kind, of, letter, { zone: site.timeZone, origin, at });
  for (const reader of digests) await tell(reader, "digest", about, digestFor(reader, board));
  for (const { tag, to } of news) {
    const waiting = crewWaiting(board, tag.plate);
    if (waiting === undefined) continue;
    for (const reader of to) await tell(reader, "tag", tag.id, tagFor(reader, board, tag, waiting));
  }
}

/** What has been told of these, to whom. */
async function toldOf(db: Db, abouts: readonly string[]): Promise<ReadonlySet<string>> {
  const rows = await db
    .selectFrom("mailOut")
    .select(["personId", "kind", "about"])
    .where("about", "in", [...abouts])
    .execute();
  return new Set(rows.map(({ personId, kind, about }) => `${personId} ${kind} ${about}`));
}

interface Letter {
  readonly subject: string;
  readonly lines: readonly string[];
}

const clockOf = (ms: number, zone: Zone) => new Date(localMs(ms, zone)).toISOString().slice(11, 16);

/** The shift before it begins: one's own work, and every crew's unit. */
function digestFor({ personId, language }: Pick<Reader, "personId" | "language">, board: ShiftBoard): Letter {
  const t = letterWords(language);
  const time = (ms: number) => clockOf(ms, board.zone);
  const rows = board.rows.filter(({ was }) => was !== true);
  const mine = plannedWork(board).filter((one) => one.personId === personId);
  return {
    subject: t("letter.digestSubject", {
      ...{ shift: t(`shift.${board.shift.id}`), day: board.shift.day, time: time(board.shift.startMs) },
      ...{ atStart: board.served.atStart, crews: rows.length + board.unserved.length },
    }),
    lines: [
      mine.length === 0 ? t("letter.ownNone") : t("letter.own"),
      ...mine.map((one) =>
        t("letter.ownLine", {
          ...{ time: `${time(one.startMs)}-${time(one.endMs)}`, plate: one.plate },
          what: workWords(t, one),
        }),
      ),
      "",
      t("letter.crews"),
      ...rows.map(({ readyMs, lateMin, plate, crew, place }) =>
        readyMs === undefined
          ? t("letter.crewNone", { crew, place })
          : t(lateMin > 0 ? "letter.crewLate" : "letter.crewLine", {
              ...{ time: time(readyMs), plate, crew, place, minutes: lateMin },
            }),
      ),
      ...board.unserved.map(({ crew, place }) => t("letter.crewNone", { crew, place })),
    ],
  };
}

/** The crew that waits for a unit on the shift of the board, and what it has instead. */
function crewWaiting(board: ShiftBoard, plate: string) {
  const was = board.rows.find(
    (row) => row.plate === plate && (row.was === true || row.readyMs === undefined),
  );
  if (was === undefined) return undefined;
  const instead = board.rows.find(
    ({ needId, was: gone, readyMs }) => needId === was.needId && gone !== true && readyMs !== undefined,
  );
  return { crew: was.crew, place: was.place, instead };
}

function tagFor(
  { language }: Pick<Reader, "language">,
  board: ShiftBoard,
  { plate, number, by, raisedAt }: FreshTag,
  { crew, place, instead }: NonNullable<ReturnType<typeof crewWaiting>>,
): Letter {
  const t = letterWords(language);
  const time = (ms: number) => clockOf(ms, board.zone);
  return {
    subject: t("letter.tagSubject", { plate, crew, place }),
    lines: [
      t("letter.tagged", { plate, time: time(raisedAt.getTime()), name: by, number }),
      instead?.readyMs === undefined
        ? t("letter.nowNone")
        : t("letter.now", { plate: instead.plate, time: time(instead.readyMs) }),
    ],
  };
}

interface FreshTag {
  readonly id: string;
  readonly plate: string;
  readonly number: string;
  readonly by: string;
  readonly raisedAt: Date;
}

/** Tags that stand and are news. */
const freshTags = (db: Db, siteId: string, at: Date): Promise<readonly FreshTag[]> =>
  db
    .selectFrom("standingTag as t")
    .innerJoin("unit as u", "u.id", "t.unitId")
    .innerJoin("person as p", "p.id", "t.raisedBy")
    .select(["t.id", "u.plate", "t.number", "p.name as by", "t.raisedAt"])
    .where("u.siteId", "=", siteId)
    .where("t.raisedAt", ">", new Date(at.getTime() - newsMs))
    .execute();

/** Puts a letter into what is to be sent; told already, it is not told again. */
async function put(
  db: Db,
  { personId, language, quiet, stopSecret }: Reader,
  kind: ToldKind,
  about: string,
  { subject, lines }: Letter,
  { zone, origin, at }: { readonly zone: Zone; readonly origin: string; readonly at: Date },
): Promise<void> {
  const t = letterWords(language);
  const words = [
    ...lines,
    "",
    t("letter.look", { url: `${origin}/shift` }),
    t("letter.stop", { url: `${origin}/mail/${stopSecret}` }),
  ].join("\n");
  await db
    .insertInto("mailOut")
    .values({
      ...{ personId, kind, about, subject, words, madeAt: at },
      sendFrom: new Date(mayBeSentMs(at.getTime(), quiet, zone)),
    })
    .onConflict((oc) => oc.doNothing())
    .execute();
}
