import { sql } from "kysely";
import type { ClockId } from "@/contract/clocks";
import type { Db } from "@/server/database/database";
import type { ShiftDay } from "./shift-day";

/** A job that comes round, on the day it was given. */
export interface JobOfDay {
  readonly id: string;
  readonly unitId: string;
  readonly job: ClockId;
  readonly who: string;
  /** Null where nobody has said how long it takes: it is in no plan. */
  readonly minutes: number | null;
  /** Of the site, where that was said. */
  readonly personId: string | null;
}

/** Jobs that were given the day of a shift and are not done. */
export async function jobsOfDay(db: Db, siteId: string, { day }: ShiftDay): Promise<readonly JobOfDay[]> {
  const { rows } = await sql<JobOfDay>`
    SELECT s.id, s.unit_id, s.job, s.who, w.minutes, w.person_id
    FROM job_slot s JOIN unit u ON u.id = s.unit_id LEFT JOIN slot_work w ON w.slot_id = s.id
    WHERE s.planned_on = ${day}::date AND u.site_id = ${siteId} AND u.retired_at IS NULL
      AND NOT EXISTS (SELECT FROM job_slot l WHERE l.unit_id = s.unit_id AND l.job = s.job AND l.no > s.no)
      AND NOT EXISTS (SELECT FROM job_done d WHERE d.unit_id = s.unit_id AND d.job = s.job AND d.recorded_at > s.set_at)
      AND NOT EXISTS (SELECT FROM examination e WHERE s.job = 'examination' AND e.unit_id = s.unit_id AND e.recorded_at > s.set_at)
    ORDER BY u.plate, s.job`.execute(db);
  return rows;
}

/** Who comes from outside for a job, among those a shift is planned for. */
export const outsideFor = (jobId: string): string => `outside ${jobId}`;
