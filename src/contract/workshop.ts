import type { PartId } from "@/core/vocabulary/parts";
import type { Blocked, PartAwaited, Rank } from "@/core/workshop/queue";
import type { PictureHere } from "./picture";

/** How far a workshop is with a job. */
export interface JobState {
  readonly takenBy?: { readonly id: string; readonly name: string; readonly atMs: number };
  readonly awaits?: PartAwaited & { readonly late: boolean };
}

/** A job as the queue shows it. */
export interface WorkshopJob {
  readonly id: string;
  readonly unitId: string;
  readonly plate: string;
  readonly kind: "tag" | "finding";
  readonly rank: Rank;
  readonly sinceMs: number;
  readonly by: string;
  readonly note: string | null;
  /** Of a tag. */
  readonly number?: string;
  readonly reason?: string;
  readonly waits?: "repair" | "retest" | "release";
  /** Of a finding. */
  readonly checkKey?: string;
  readonly condition?: string;
  readonly part?: PartId;
  readonly repairByMs?: number;
  readonly inspectionId: string | null;
  readonly pictures: readonly PictureHere[];
  readonly blocks: readonly Blocked[];
  readonly state: JobState;
  readonly keys: Keys;
}

/** Where the key of a unit is, and who has locked it off. */
export interface Keys {
  readonly key?: KeyPlace;
  readonly lock?: KeyPlace;
}

export interface KeyPlace {
  readonly holder?: string;
  readonly place?: string;
  readonly atMs: number;
  readonly by: string;
}
