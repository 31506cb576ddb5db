import { useCallback, useEffect, useState } from "react";
import type { Told } from "@/core/diagnose/answers";

const keyOf = (tagId: string) => `tried ${tagId}`;

export interface Tried {
  /** The tests a technician has made under a tag, besides those of the walk. */
  readonly tried: readonly Told[];
  readonly say: (told: Told) => void;
  readonly forget: (question: string) => void;
}

/** Kept on this device until the repair is recorded, through a reload and a dead battery. */
export function useTried(tagId: string): Tried {
  const [tried, setTried] = useState<readonly Told[]>([]);
  useEffect(() => setTried(kept(tagId)), [tagId]);
  const keep = useCallback(
    (change: (was: readonly Told[]) => readonly Told[]) =>
      setTried((was) => {
        const now = change(was);
        try {
          localStorage.setItem(keyOf(tagId), JSON.stringify(now));
        } catch {
          // A device without room keeps it for as long as the page is open.
        }
        return now;
      }),
    [tagId],
  );
  return {
    tried,
    say: useCallback(
      (told) => keep((was) => [...was.filter(({ question }) => question !== told.question), told]),
      [keep],
    ),
    forget: useCallback((id) => keep((was) => was.filter(({ question }) => question !== id)), [keep]),
  };
}

function kept(tagId: string): readonly Told[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(keyOf(tagId)) ?? "[]");
    return Array.isArray(read) ? read.filter(isTold) : [];
  } catch {
    return [];
  }
}

const isTold = (one: unknown): one is Told =>
  typeof one === "object" &&
  one !== null &&
  typeof (one as Told).question === "string" &&
  typeof (one as Told).says === "string";
