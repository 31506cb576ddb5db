import { useCallback, useEffect, useRef } from "react";

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
