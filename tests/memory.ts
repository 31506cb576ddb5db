import { vi } from "vitest";

/** A browser's small store of texts, empty, for tests of what a device keeps. */
export function emptyLocalStorage(): void {
  const kept = new Map<string, string>();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  });
}
