import { useEffect, useState } from "react";
import type { PlaceShown } from "@/contract/survey";
import { keptHere } from "@/device/kept-here";
import { draftFrom, newDraft, withPurpose } from "./draft";

/** The draft of a unit's survey, kept on this device until the next is begun. */
export function useDraft(
  plate: string,
  places: readonly PlaceShown[],
  needed: string | undefined,
  /** What it is opened for, whatever was kept. */
  purpose?: "tests",
) {
  const name = `survey draft ${plate}`;
  // Where the shift needs it, if that is drawn.
  const first = places.find(({ plan }) => plan.name === needed) ?? places[0];
  const [draft, setDraft] = useState(first === undefined ? undefined : newDraft(first.id, first.plan));
  const [taken, setTaken] = useState(false);
  useEffect(() => {
    const kept = draftFrom(keptHere.read(name));
    const known = kept !== undefined && places.some(({ id }) => id === kept.placeId) ? kept : undefined;
    setDraft((fresh) => {
      const next = known ?? fresh;
      return next === undefined || purpose === undefined ? next : withPurpose(next, purpose);
    });
    setTaken(true);
  }, [name, places, purpose]);
  useEffect(() => {
    if (taken && draft !== undefined) keptHere.keep(name, draft);
  }, [taken, name, draft]);
  return [draft, setDraft] as const;
}
