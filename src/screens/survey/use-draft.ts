import { useEffect, useState } from "react";
import type { PlaceShown } from "@/contract/survey";
import { keptHere } from "@/device/kept-here";
import { draftFrom, newDraft, withPurpose } from "./draft";

/**
 * The draft of a unit's survey, kept on this device until the next is begun. That of a test area, opened from a walk, is another:
 * neither changes the other.
 */
export function useDraft(
  plate: string,
  places: readonly PlaceShown[],
  needed: string | undefined,
  purpose: "work" | "tests",
) {
  const name = `survey draft ${plate}${purpose === "tests" ? " tests" : ""}`;
  // Where the shift needs it, if that is drawn.
  const first = places.find(({ plan }) => plan.name === needed) ?? places[0];
  const [draft, setDraft] = useState(first && withPurpose(newDraft(first.id, first.plan), purpose));
  const [taken, setTaken] = useState(false);
  useEffect(() => {
    const kept = draftFrom(keptHere.read(name));
    if (kept !== undefined && places.some(({ id }) => id === kept.placeId)) setDraft(kept);
    setTaken(true);
  }, [name, places]);
  useEffect(() => {
    if (taken && draft !== undefined) keptHere.keep(name, draft);
  }, [taken, name, draft]);
  return [draft, setDraft] as const;
}
