import { hasTractionBattery } from "@/core/sheet/read";
import { type JobId, jobKind } from "@/core/vocabulary/jobs";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { noteCharge } from "@/server/clocks/charge";
import { recordJob } from "@/server/clocks/job";
import { setProgramme } from "@/server/clocks/programme";
import { setSlot } from "@/server/clocks/slots";
import type { Db } from "@/server/database/database";
import { type DemoUnit, demoPool } from "./pool";
import { hoursOn } from "./quirks";
import { seededUuid } from "./random";

const dayMs = 86_400_000;

/** Units whose service goes by hours as well: those that are read every shift. */
const byHours: ReadonlySet<string> = new Set(["LM-05", "LM-20"]);

/** The jobs of a unit, and how many days ago each was done last. */
function jobsOf(unit: DemoUnit): readonly (readonly [JobId, number])[] {
  const sheet = demoSheets[unit.sheet];
  const number = Number(unit.plate.replace(/\D/g, "")) || 1;
  const service = byHours.has(unit.plate) ? 48 : 24 + ((number * 17) % 52);
  return [
    ["service", service],
    ...(hasTractionBattery(sheet) ? [["battery_service", 24 + ((number * 11) % 40)] as const] : []),
    ...(["diesel", "petrol", "dual_fuel"].includes(sheet.power)
      ? [["engine_oil", 60 + ((number * 37) % 250)] as const]
      : []),
    ...(unit.sheet.includes("kb160") ? [["load_calibration", 345 - number] as const] : []),
  ];
}

/**
 * The jobs that come round: programmes, when each was done last, a day given to a few of those that are coming, and some
 * charges. Told before the recent weeks, so that each walk of these finds them as they are.
 */
export async function tellClocks(
  db: Db,
  random: () => number,
  today: Date,
  untilDaysAgo: number,
): Promise<void> {
  const people = new Map(
    (await db.selectFrom("person").select(["id", "badge"]).execute()).map((p) => [p.badge, p.id]),
  );
  const units = new Map(
    (await db.selectFrom("unit").select(["id", "plate"]).execute()).map((u) => [u.plate, u.id]),
  );
  const [owner = "", technician = "", operator = ""] = ["4001", "3001", "1041"].map((badge) =>
    people.get(badge),
  );
  const at = new Date(today.getTime() - (untilDaysAgo + 0.5) * dayMs);
  const dayOf = (ago: number) => new Date(today.getTime() - ago * dayMs).toISOString().slice(0, 10);
  for (const unit of demoPool) {
    const unitId = units.get(unit.plate) ?? "";
    for (const [job, ago] of jobsOf(unit)) {
      const { months = null, hoursFigure, earlyDays, noticeDays, doneBy } = jobKind(job);
      const sheetHours = hoursFigure === undefined ? undefined : demoSheets[unit.sheet].figures[hoursFigure];
      const hours = byHours.has(unit.plate) ? (sheetHours?.value ?? null) : null;
      const source = sheetHours === undefined ? "Owner's rule" : `Manual, page ${sheetHours.page}`;
      await setProgramme(
        db,
        unitId,
        owner,
        { job, runs: true, months, hours, earlyDays, noticeDays, source },
        at,
      );
      const outside = doneBy === "competent_person";
      await recordJob(
        db,
        unitId,
        technician,
        {
          ...{ job, doneOn: dayOf(Math.max(ago, untilDaysAgo + 1)) },
          meterHours: hours === null ? null : hoursOn(unit.plate, Math.max(ago, untilDaysAgo + 1)),
          ...{
            doneBy: outside ? "Alder and Finch, examiners" : "P. Thrale",
            licence: outside ? "AF-118" : "LMG-3001",
          },
          ...{ document: `${job.slice(0, 2).toUpperCase()}-${unit.plate}-${ago}`, documentId: null },
        },
        at,
      );
    }
  }
  await setSlot(
    db,
    units.get("LM-12") ?? "",
    people.get("2001") ?? "",
    { job: "examination", plannedOn: dayOf(-8), who: "Alder and Finch, examiners" },
    at,
  );
  // Today's: a technician's, in the plan of the shift.
  await setSlot(
    db,
    units.get("LM-10") ?? "",
    people.get("2001") ?? "",
    { job: "battery_service", plannedOn: dayOf(0), who: "", minutes: 40 },
    at,
  );
  for (const [ago, hours, waterL] of [
    [3, 9.5, 1.2],
    [2, 11, 0],
    [1, 13.5, 2.1],
  ] as const)
    await noteCharge(
      db,
      units.get("LM-07") ?? "",
      operator,
      { id: seededUuid(random), hours, waterL, lamp: ago === 1 ? "charging" : "full" },
      new Date(today.getTime() - ago * dayMs),
    );
}
