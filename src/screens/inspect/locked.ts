import { useCallback, useEffect, useRef, useState } from "react";
import { arrive, type Present, present } from "@/device/present";
import type { InspectModel } from "./model";

/**
 * Whether a walk waits for its person: the server asks them to sign in again, or this tablet, without a signal, was
 * left alone too long. Whoever else signs in goes to their own work; the walk stays on its step.
 */
export function useLocked({ data, session, state }: InspectModel) {
  const { person } = data;
  // A browser that knows it has no network need not find out by sending.
  const unreached = state.link === "no_signal" || state.link === "server_trouble" || !navigator.onLine;
  const [away, setAway] = useState(false);
  const asks = useRef(unreached);
  asks.current = unreached;
  useEffect(() => {
    arrive({ personId: person.id, name: person.name });
    const used = (event: Event) => {
      const gone = present()?.personId !== person.id;
      setAway(gone);
      // What wakes the tablet does nothing else: nobody may touch blindly what lay under it.
      if (gone && (asks.current || !navigator.onLine)) event.stopImmediatePropagation();
    };
    for (const event of ["pointerdown", "keydown"]) window.addEventListener(event, used, { capture: true });
    return () => {
      for (const event of ["pointerdown", "keydown"])
        window.removeEventListener(event, used, { capture: true });
    };
  }, [person]);
  const onHere = useCallback(
    ({ personId }: Present) => {
      if (personId !== person.id) {
        window.location.assign("/shift");
        return;
      }
      setAway(false);
      void session.send();
      void session.readFacts();
    },
    [person, session],
  );
  return { locked: state.link === "signed_out" || (away && unreached), onHere };
}
