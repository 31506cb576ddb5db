import { sql } from "kysely";
import type { Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { findInspection, type OpenInspection } from "./model";

/** An inspection read under its unit's lock, so that what it says of its seal and its sheet stays so. */
export async function lockedInspection(trx: Trx, inspectionId: string): Promise<OpenInspection> {
  await sql`SELECT lock_unit(unit_id) FROM inspection WHERE id = ${inspectionId}`.execute(trx);
  const inspection = await findInspection(trx, inspectionId);
  if (inspection === undefined)
    throw new Problem(
      404,
      "no-inspection",
      `expected an inspection that was started here, got ${inspectionId}; start it first`,
    );
  return inspection;
}
