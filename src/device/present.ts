import { idleMinutes } from "@/contract/session";
import { layDown } from "./keys";

/** Who is at this tablet, as far as it can tell by itself. */
export interface Present {
  readonly personId: string;
  readonly name: string;
}

interface Kept extends Present {
  readonly seenMs: number;
}

const place = "rook-step-present";

/** Somebody has shown who they are, by badge and PIN. */
export const arrive = ({ personId, name }: Present): void => keep({ personId, name, seenMs: Date.now() });

/** Who signed in here last and has not left it alone for too long since; asking counts as use. */
export function present(): Present | undefined {
  const kept = read();
  if (kept === undefined) return undefined;
  const awayMs = Date.now() - kept.seenMs;
  // A clock that was set back in between is no reason to let somebody in.
  if (awayMs < 0 || awayMs > idleMinutes * 60_000) {
    leave();
    return undefined;
  }
  keep({ ...kept, seenMs: Date.now() });
  return { personId: kept.personId, name: kept.name };
}

/** Signed out, or left alone too long. */
export function leave(): void {
  localStorage.removeItem(place);
  void layDown();
}

const keep = (kept: Kept): void => localStorage.setItem(place, JSON.stringify(kept));

function read(): Kept | undefined {
  try {
    return (JSON.parse(localStorage.getItem(place) ?? "null") as Kept | null) ?? undefined;
  } catch {
    return undefined;
  }
}
