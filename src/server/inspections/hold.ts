import type { Trx } from "@/server/database/database";
import type { Head } from "@/server/ledger/heads";
import { bytesOf, holdReport } from "@/server/reports/hold";
import type { OpenInspection } from "./model";
import type { BadEvent } from "./read-event";

const mostBytes = 2_000_000;

/** Keeps a request that is no batch of events: it holds the unit until somebody looks. */
export function holdBody(trx: Trx, inspection: OpenInspection, sentBy: string, body: unknown, at: Date) {
  const raw = typeof body === "string" ? Buffer.from(body, "utf8") : bytesOf(body);
  const problem = "expected a batch of events, got something else";
  const { unitId, id: inspectionId } = inspection;
  return holdReport(
    trx,
    { unitId, inspectionId, kind: "unreadable", problem, raw: raw.subarray(0, mostBytes), sentBy },
    at,
  );
}

/** Keeps what of a batch is not taken, each event as it came. */
export async function holdAll(
  trx: Trx,
  inspection: OpenInspection,
  sentBy: string,
  bad: readonly Pick<BadEvent, "kind" | "problem" | "raw">[],
  at: Date,
): Promise<readonly Head[]> {
  const { unitId, id: inspectionId } = inspection;
  const heads: Head[] = [];
  for (const { kind, problem, raw } of bad) {
    const bytes = bytesOf(raw).subarray(0, mostBytes);
    heads.push(...(await holdReport(trx, { unitId, inspectionId, kind, problem, raw: bytes, sentBy }, at)));
  }
  return heads;
}
