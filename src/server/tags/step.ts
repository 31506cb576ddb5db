import { randomUUID } from "node:crypto";
import type { Trx } from "@/server/database/database";
import { append } from "@/server/ledger/append";
import type { Head } from "@/server/ledger/heads";

export interface Step {
  readonly unitId: string;
  readonly tagId: string;
  readonly kind: "repaired" | "retested" | "released";
  readonly personId: string;
  readonly at: Date;
  readonly detail: Readonly<Record<string, unknown>>;
  readonly inspectionId?: string;
  /** Of a release: the last entry the releaser was shown. */
  readonly seenPosition?: number;
  /** What the ledger says of it. */
  readonly document: unknown;
}

/** Takes a step of return to service: into the ledger, then its row, whose order the database checks. */
export async function addStep(trx: Trx, step: Step): Promise<readonly Head[]> {
  const { document, detail, inspectionId, seenPosition, ...row } = step;
  const id = randomUUID();
  const { unitId, kind, at } = step;
  const heads = await append(trx, unitId, [{ unitId, kind, subjectId: id, at, document }]);
  await trx
    .insertInto("tagStep")
    .values({
      ...row,
      id,
      detail: JSON.stringify(detail),
      inspectionId: inspectionId ?? null,
      seenPosition: seenPosition ?? null,
      ledgerPosition: heads[0]?.position ?? 0,
    })
    .execute();
  return heads;
}
