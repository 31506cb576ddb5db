import type { CheckKey } from "../catalogue/catalogue";
import type { EndedBy } from "../evidence/seen";
import type { Reduction } from "../record/reduce";
import type { Side } from "../vocabulary/sides";
import type { Finding } from "./assess";

/** A finding that stands open on a unit: it belongs to the unit, not to the walk that found it. */
export interface OpenMatter {
  readonly findingId: string;
  readonly check: CheckKey;
  readonly condition: string;
  readonly grade: "watch" | "repair_by";
  /** A matter of the place: it stops the work there, not the machine. */
  readonly place: boolean;
  readonly foundBy: string;
  readonly foundAtMs: number;
  readonly note?: string;
  readonly where?: readonly Side[];
  readonly sizeMm?: number;
  /** Pictures of it that have come whole, by hash, and the inspection they are of. */
  readonly pictures?: { readonly inspectionId: string; readonly hashes: readonly string[] };
  readonly repairByMs?: number;
  /** Whether the unit was cleared since it was last found: whoever signed that took it as it is until its day. */
  readonly accepted: boolean;
}

/** What a matter's grade asks of whoever says it is gone. */
export type MatterKind = "place" | "watch" | "repair_by";
export const kindOfMatter = (matter: Pick<OpenMatter, "place" | "grade">): MatterKind =>
  matter.place ? "place" : matter.grade;

export interface MatterStanding extends OpenMatter {
  /** What this walk has said of it. Gone, said by somebody who may not, leaves it as it was. */
  readonly said: "nothing" | "same" | "worse" | "gone";
}

/**
 * What a walk has said of each matter it inherited. The same thing found again says it too; "worse" is said by the
 * worse finding, and without one nothing has been said.
 */
export function standingMatters(
  matters: readonly OpenMatter[],
  reduction: Reduction,
  findings: readonly Finding[],
  maySayGone: Readonly<Record<MatterKind, boolean>>,
  ended: EndedBy,
): readonly MatterStanding[] {
  return matters.map((matter) => {
    const event = reduction.matters.get(matter.findingId);
    const here = findings.filter(
      (f) => f.check === matter.check && ended({ id: f.eventId, check: f.check }) === undefined,
    );
    const again = here.some((f) => f.condition === matter.condition);
    if (event === undefined) return { ...matter, said: again ? "same" : "nothing" };
    if (event.says === "worse") return { ...matter, said: here.length > 0 ? "worse" : "nothing" };
    if (event.says === "same") return { ...matter, said: "same" };
    const accepted = maySayGone[kindOfMatter(matter)] && !again && (event.reason ?? "").trim() !== "";
    return { ...matter, said: accepted ? "gone" : "same" };
  });
}
