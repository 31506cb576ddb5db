import { seeded } from "@/core/vocabulary/seeded";
import { demoWindMps } from "@/demo/wind/demo-wind";
import type { Db } from "@/server/database/database";
import { addMeter, closeMeter, openMeters } from "@/server/wind/meters";
import { Sampler } from "@/server/wind/sample";
import { demoSite } from "./people";
import { seededUuid } from "./random";

const toldMs = 2 * 3_600_000;

/** The wind meter on the boiler house, read where the stand-in speaks this time, with what it showed over the last two hours. */
export async function tellWind(db: Db, address: string, now: Date): Promise<void> {
  const { id: owner } = await db
    .selectFrom("person")
    .select("id")
    .where("badge", "=", "4001")
    .executeTakeFirstOrThrow();
  const meters = await openMeters(db).where("m.siteId", "=", demoSite).execute();
  if (meters.some((one) => one.address === address)) return;
  for (const { id, address: before } of meters)
    if (before.startsWith("127.0.0.1:")) await closeMeter(db, demoSite, id, owner, now);
  const id = seededUuid(seeded(now.getTime()));
  await addMeter(db, demoSite, { id, name: "Boiler house roof", address, heightM: 9 }, owner, now);
  const sampler = new Sampler();
  const samples = [];
  for (let ms = now.getTime() - toldMs; ms < now.getTime(); ms += 1000) {
    const sample = sampler.take(demoWindMps(ms), ms);
    if (sample !== undefined) samples.push(sample);
  }
  await db
    .insertInto("windReading")
    .values(samples.map(({ atMs, ...sample }) => ({ meterId: id, at: new Date(atMs), ...sample })))
    .execute();
}
