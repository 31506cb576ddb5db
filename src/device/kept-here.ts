/**
 * Something small kept on this device under a name, through a reload and a dead battery. What is read back may be anything:
 * whoever reads it looks. A device without room, or one that keeps nothing, forgets it with the page.
 */
export const keptHere = {
  keep(name: string, what: unknown): void {
    try {
      localStorage.setItem(name, JSON.stringify(what));
    } catch {
      // It is kept for as long as the page is open.
    }
  },
  read(name: string): unknown {
    try {
      return JSON.parse(localStorage.getItem(name) ?? "null");
    } catch {
      return undefined;
    }
  },
  forget(name: string): void {
    localStorage.removeItem(name);
  },
  /** Everything whose name begins so, but what begins with `except`. */
  forgetAll(prefix: string, except: string): void {
    for (const name of Object.keys(localStorage))
      if (name.startsWith(prefix) && !name.startsWith(except)) localStorage.removeItem(name);
  },
};
