import type { Judgement } from "@/core/decision/judge";
import type { InspectionEvent } from "@/core/record/events";
import { readingsIn } from "@/core/trend/readings-in";
import type { Trx } from "@/server/database/database";

interface Walked {
  readonly inspection: { readonly id: string; readonly unitId: string };
  readonly judged: Pick<Judgement, "assessment">;
  readonly events: readonly InspectionEvent[];
  readonly signedAt: Date;
}

/** Notes what signed walks measured, a row for each check; what could not be graded is no reading. */
export async function noteMeasurements(trx: Trx, walks: readonly Walked[]): Promise<void> {
  const rows = walks.flatMap(({ inspection: { id, unitId }, judged, events, signedAt }) =>
    readingsIn(events, (check) => {
      const status = judged.assessment.byCheck.get(check)?.status;
      return status === "fine" || status === "finding";
    }).map(({ check, value }) => ({
      ...{ inspectionId: id, unitId, checkKey: check, value, at: signedAt },
    })),
  );
  if (rows.length > 0) await trx.insertInto("measurement").values(rows).execute();
}
