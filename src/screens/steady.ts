import { useCallback, useEffect, useRef, useState } from "react";

/** A function that stays the same one from drawing to drawing and does what the newest would. */
export function useSteady<Given extends readonly unknown[]>(
  act: (...given: Given) => void,
): (...given: Given) => void {
  const newest = useRef(act);
  useEffect(() => {
    newest.current = act;
  });
  return useCallback((...given: Given) => newest.current(...given), []);
}

/** Plain data as it was first given, for as long as it says the same: a page that is read again is given all of it anew. */
export function useSame<Data>(given: Data): Data {
  const [kept, setKept] = useState(given);
  if (kept === given || JSON.stringify(kept) === JSON.stringify(given)) return kept;
  setKept(given);
  return given;
}
