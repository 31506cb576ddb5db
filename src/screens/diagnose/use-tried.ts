import { useCallback, useEffect, useState } from "react";
import type { Told } from "@/core/diagnose/answers";
import { keptHere } from "@/device/kept-here";

export interface Tried {
  /** The tests a technician has made under a tag, besides those of the walk. */
  readonly tried: readonly Told[];
  readonly say: (told: Told) => void;
  readonly forget: (question: string) => void;
  /** The repair is recorded, and what was tried with it. */
  readonly forgetAll: () => void;
}

/** Kept on this device until the repair is recorded. */
export function useTried(tagId: string): Tried {
  const name = `tried ${tagId}`;
  const [tried, setTried] = useState<readonly Told[]>([]);
  useEffect(() => {
    const read = keptHere.read(name);
    setTried(Array.isArray(read) ? read.filter(isTold) : []);
  }, [name]);
  const keep = useCallback(
    (change: (was: readonly Told[]) => readonly Told[]) =>
      setTried((was) => {
        const now = change(was);
        keptHere.keep(name, now);
        return now;
      }),
    [name],
  );
  return {
    tried,
    say: useCallback(
      (told) => keep((was) => [...was.filter(({ question }) => question !== told.question), told]),
      [keep],
    ),
    forget: useCallback((id) => keep((was) => was.filter(({ question }) => question !== id)), [keep]),
    forgetAll: useCallback(() => keptHere.forget(name), [name]),
  };
}

const isTold = (one: unknown): one is Told =>
  typeof one === "object" &&
  one !== null &&
  typeof (one as Told).question === "string" &&
  typeof (one as Told).says === "string";
