import type { DamageMark, DamageRow, DamageSays } from "@/core/workshop/damage";
import type { PictureHere } from "./picture";

/** A signed walk that may stand for one of the two. */
export interface DamageWalk {
  readonly id: string;
  readonly signedAtMs: number;
  readonly by: string;
  readonly scope: string;
}

/** Somebody who had the unit between the two walks, by what was recorded. */
export interface Had {
  readonly atMs: number;
  readonly kind: "hired_out" | "returned" | "taken_into_use" | "handed_over" | "transported" | "walked";
  readonly name: string;
  readonly note: string | null;
}

/** A mark with the walk its pictures are of. */
export type SeenMark = DamageMark & { readonly inspectionId: string; readonly shown: readonly PictureHere[] };

export interface DamageRowShown extends Omit<DamageRow, "before" | "after"> {
  readonly before?: SeenMark;
  readonly after?: SeenMark;
}

/** Two walks of a unit held against each other. */
export interface Damage {
  readonly before: DamageWalk & { readonly erased: boolean };
  readonly after: DamageWalk & { readonly erased: boolean };
  readonly rows: readonly DamageRowShown[];
  readonly had: readonly Had[];
}

/** A page of damage that somebody has sealed into the unit's ledger. */
export interface DamageStated {
  readonly id: string;
  readonly atMs: number;
  readonly by: string;
}

/** What was said of a place on a sealed page. */
export interface DamageJudged {
  readonly check: string;
  readonly condition: string;
  readonly says: DamageSays;
}
