import type { Sheet } from "../sheet/sheet";
import { type PartId, parts } from "../vocabulary/parts";
import { checksOf } from "./catalogue";
import type { StopId } from "./types";

/** A place of the walk and the parts of this very machine that are looked at or tried there. */
export interface PlaceOfParts {
  readonly stop: StopId;
  readonly parts: readonly PartId[];
}

/** Where a technician finds each part of a machine: its places in the order of the walk, none twice. What is no part of it is left out. */
export function partsAt(sheet: Sheet): readonly PlaceOfParts[] {
  const places = new Map<StopId, Set<PartId>>();
  for (const { at, definition } of checksOf(sheet)) {
    const { part } = definition;
    if (parts[part].system === "workplace" || parts[part].system === "documents") continue;
    const mine = places.get(at) ?? new Set();
    places.set(at, mine.add(part));
  }
  return [...places].map(([stop, mine]) => ({ stop, parts: [...mine] }));
}
