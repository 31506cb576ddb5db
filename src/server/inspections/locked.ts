import { sql } from "kysely";
import type { Trx } from "@/server/database/database";
import { findInspection, type OpenInspection } from "./model";
import { mayBeInspection, noInspection } from "./no-inspection";

/** An inspection read under its unit's lock, so that what it says of its seal and its sheet stays so. */
export async function lockedInspection(trx: Trx, inspectionId: string): Promise<OpenInspection> {
  if (!mayBeInspection(inspectionId)) throw noInspection(inspectionId);
  await sql`SELECT lock_unit(unit_id) FROM inspection WHERE id = ${inspectionId}`.execute(trx);
  const inspection = await findInspection(trx, inspectionId);
  if (inspection === undefined) throw noInspection(inspectionId);
  return inspection;
}
