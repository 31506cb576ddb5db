import { createHash, randomUUID } from "node:crypto";
import type { Trx } from "@/server/database/database";
import { append } from "@/server/ledger/append";
import type { Head } from "@/server/ledger/heads";

export interface Unheard {
  readonly unitId: string;
  readonly inspectionId: string | null;
  readonly kind: "unreadable" | "refused" | "lost_entries";
  /** What is wrong with it, for whoever looks. */
  readonly problem: string;
  readonly raw: Uint8Array;
  readonly sentBy: string;
}

/** The bytes of something that came as JSON; half characters and NULs too. */
export const bytesOf = (raw: unknown): Buffer => Buffer.from(JSON.stringify(raw) ?? "undefined", "utf8");

/** How a report that holds is called on screens and paper. */
export const reportName = (id: string): string => `R-${id.slice(0, 4).toUpperCase()}`;

/**
 * Keeps what could not be read or was refused, byte for byte: it holds its unit until somebody else has looked. The
 * same bytes sent again are one report. The caller holds the unit's lock.
 */
export async function holdReport(trx: Trx, report: Unheard, at: Date): Promise<readonly Head[]> {
  const id = randomUUID();
  const rawHash = createHash("sha256").update(report.raw).digest("hex");
  const { unitId, inspectionId, kind, sentBy } = report;
  const problem = report.problem.slice(0, 1000);
  const kept = await trx
    .insertInto("heldReport")
    .values({ ...report, id, problem, raw: Buffer.from(report.raw), rawHash, receivedAt: at })
    .onConflict((oc) => oc.doNothing())
    .returning("id")
    .executeTakeFirst();
  if (kept === undefined) return [];
  const document = { by: sentBy, inspectionId, what: kind, rawHash };
  return append(trx, unitId, [{ unitId, kind: "reported", subjectId: id, at, document }]);
}
