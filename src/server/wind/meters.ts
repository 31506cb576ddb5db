import { z } from "zod";
import { readingSpanMs, type SiteMeter } from "@/core/survey/wind-watch";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { isUuid } from "@/server/http/uuid";

/** Wind meters a site may have. */
const mostMeters = 8;
/** So far back the series of a meter is shown, and what it read may still count. */
const seriesMs = 2 * 3_600_000;

export const meterSchema = z.strictObject({
  id: z.uuid(),
  name: textField(1, "a name such as Boiler house roof", 60),
  address: z
    .string()
    .trim()
    .max(120)
    .regex(
      /^(\[[0-9a-f:]+\]|[a-z0-9.-]+):([1-9]\d{0,4})$/i,
      "expected the meter's address with its port, such as 10.0.0.7:10110",
    )
    .refine(
      (address) => Number(address.slice(address.lastIndexOf(":") + 1)) <= 65_535,
      "expected a port up to 65535",
    ),
  heightM: z.number().min(0.5, "expected its height above the ground, at least 0.5 m").max(120),
});

/** Adds a wind meter to a site. The same one twice is one. */
export async function addMeter(
  db: Db,
  siteId: string,
  { id, name, address, heightM }: z.infer<typeof meterSchema>,
  byPerson: string,
  at: Date,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const meters = await openMeters(trx).where("m.siteId", "=", siteId).execute();
    if (meters.some((one) => one.id === id)) return;
    if (meters.length >= mostMeters)
      throw new Problem(
        409,
        "too-many",
        `expected at most ${mostMeters} wind meters of a site; take one away first`,
      );
    if (meters.some((one) => one.address === address))
      throw new Problem(409, "meter-taken", `expected another address: ${address} is read already`);
    await trx
      .insertInto("windMeter")
      .values({ id, siteId, name, address, heightM, madeBy: byPerson, madeAt: at })
      .execute();
  });
}

/** Takes a wind meter away: it is read no more. Twice is once. */
export async function closeMeter(
  db: Db,
  siteId: string,
  meterId: string,
  byPerson: string,
  at: Date,
): Promise<void> {
  const known = isUuid(meterId)
    ? await db
        .selectFrom("windMeter")
        .select("id")
        .where("id", "=", meterId)
        .where("siteId", "=", siteId)
        .executeTakeFirst()
    : undefined;
  if (known === undefined) throw new Problem(404, "no-meter", "expected a wind meter of this site");
  await db.transaction().execute((trx) =>
    trx
      .insertInto("windMeterClosed")
      .values({ meterId, byPerson, at })
      .onConflict((on) => on.doNothing())
      .execute(),
  );
}

/** The wind meters that are read. */
export const openMeters = (db: Db | Trx) =>
  db
    .selectFrom("windMeter as m")
    .leftJoin("windMeterClosed as c", "c.meterId", "m.id")
    .select(["m.id", "m.siteId", "m.name", "m.address", "m.heightM"])
    .where("c.meterId", "is", null)
    .orderBy("m.madeAt");

/** The wind meters of a site with what they showed up to a moment: the last two hours, or less. */
export async function siteMeters(
  db: Db | Trx,
  siteId: string,
  at: Date,
  backMs = seriesMs,
): Promise<readonly SiteMeter[]> {
  const meters = await openMeters(db).where("m.siteId", "=", siteId).execute();
  if (meters.length === 0) return [];
  const rows = await db
    .selectFrom("windReading")
    .selectAll()
    .where(
      "meterId",
      "in",
      meters.map(({ id }) => id),
    )
    .where("at", ">", new Date(at.getTime() - backMs - readingSpanMs))
    .where("at", "<=", at)
    .orderBy("at")
    .execute();
  return meters.map(({ id, name, heightM }) => ({
    ...{ id, name, heightM },
    samples: rows
      .filter(({ meterId }) => meterId === id)
      .map(({ at: when, meanMps, gustMps }) => ({ atMs: when.getTime(), meanMps, gustMps })),
  }));
}
