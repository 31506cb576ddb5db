import type { WalkData } from "@/contract/walk";

/** What a walk is drawn from: what the server gave, its `nowMs` as of opening it here, and how this device shows it. */
export interface InspectData extends WalkData {
  readonly measures: "metric" | "imperial";
}
