import { useEffect, useRef } from "react";

/** What each key does on the walk, by its letter; arrows go on and back. */
export type KeyActs = Readonly<Record<"n" | "p" | "d" | "l" | "f" | "w" | "?", () => void>>;

const letterOf = (event: KeyboardEvent): string =>
  event.key === "ArrowRight" ? "n" : event.key === "ArrowLeft" ? "p" : event.key.toLowerCase();

/** The keys of the walk. None works while something is typed, or while a dialog or the decision is open. */
export function useWalkKeys(acts: KeyActs, open: boolean): void {
  const latest = useRef(acts);
  useEffect(() => {
    latest.current = acts;
  });
  useEffect(() => {
    if (!open) return;
    const press = (event: KeyboardEvent) => {
      const { target } = event;
      if (target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement) return;
      // A key held down is one press.
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      if (document.querySelector("[role=dialog]") !== null) return;
      const letter = letterOf(event);
      if (!(letter in latest.current)) return;
      latest.current[letter as keyof KeyActs]();
      event.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [open]);
}
