import { z } from "zod";
import type { FactsAnswer } from "@/contract/walk";
import type { InspectionEvent } from "@/core/record/events";
import type { Db } from "@/server/database/database";
import type { SignedIn } from "@/server/people/session";
import { decisionFacts } from "./facts";
import { openFor, peopleOn } from "./walk-data";

const heldSchema = z.record(z.string(), z.tuple([z.number(), z.number()]));

/** What a device that asks for news of an inspection says of itself. */
export interface Asking {
  readonly device: string;
  /** What it holds of each other device's events: the highest number, and how many. */
  readonly held: z.infer<typeof heldSchema>;
}

/** Who asks, out of an address (`askedBy` of the device). Whatever cannot be read holds nothing. */
export function askingIn(query: URLSearchParams): Asking {
  let held: unknown;
  try {
    held = JSON.parse(query.get("held") ?? "{}");
  } catch {
    held = {};
  }
  const read = heldSchema.safeParse(held);
  return { device: query.get("device") ?? "", held: read.success ? read.data : {} };
}

/** What bears on an inspection besides its answers, and what of these the asking device does not hold yet. */
export async function factsFor(
  db: Db,
  id: string,
  person: SignedIn,
  { device, held }: Asking,
  at: Date,
): Promise<FactsAnswer> {
  const open = await openFor(db, id, person);
  if (open === undefined) return { sealed: true };
  const { inspection, head, events } = open;
  return {
    sealed: false,
    head,
    facts: await decisionFacts(db, inspection, events, person.id, at),
    people: await peopleOn(db, inspection),
    events: newFor(
      events.filter(({ deviceId }) => deviceId !== device),
      held,
    ),
  };
}

/** Events a device does not hold: those past its highest of each device, or all of one of which some are missing. */
export function newFor(events: readonly InspectionEvent[], held: Asking["held"]): readonly InspectionEvent[] {
  const until = new Map<string, number>();
  for (const { deviceId, seq } of events)
    if (seq <= (held[deviceId]?.[0] ?? 0)) until.set(deviceId, (until.get(deviceId) ?? 0) + 1);
  return events.filter(({ deviceId, seq }) => {
    const [most, count] = held[deviceId] ?? [0, 0];
    return until.get(deviceId) !== count || seq > most;
  });
}
