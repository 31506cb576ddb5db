import type { Saw } from "@/core/record/events";
import { type KeptEvent, localStore } from "./local-store";
import { sendStart } from "./prepared";
import { type Answer, type Link, sendJson, tryAgain } from "./send-json";

const batchSize = 100;

export interface Taken {
  /** Numbers of tags the events raised. */
  readonly tags: readonly string[];
  /** The head of the unit's ledger on the server. */
  readonly head: Saw;
  /** Whether they came in a session of whoever made them: else their signatures alone spoke for them. */
  readonly signedIn: boolean;
}

interface ServerAnswer {
  readonly results: readonly {
    readonly id: string | null;
    readonly index: number;
    readonly status: "accepted" | "already_here" | "held";
    readonly problem?: string;
  }[];
  readonly tagsRaised: readonly string[];
  readonly head: Saw;
  readonly signedIn?: boolean;
}

/**
 * Sends all that waits of one inspection. Each person's goes by itself: what one must sign in for holds up nobody else's.
 * Gives how it ended: the first of what is not taken, where anything is not.
 */
export async function sendWaiting(
  inspectionId: string,
  onTaken: (taken: Taken) => void = () => undefined,
): Promise<{ readonly link: Link; readonly detail?: string }> {
  const notTaken = new Map<string | undefined, { link: Link; detail?: string }>();
  for (;;) {
    const all = await localStore().events.where({ inspectionId, state: "to_send" }).sortBy("seq");
    const waiting = all.filter(({ event }) => !notTaken.has(event.by));
    const [first] = waiting;
    if (first === undefined) break;
    const answer = await sendEvents(inspectionId, waiting);
    if (answer.link === "sent") onTaken(answer.data);
    else if (tryAgain(answer.link)) return answer;
    else notTaken.set(first.event.by, answer);
  }
  return [...notTaken.values()][0] ?? { link: "sent" };
}

/** A batch is signed by one person: as many as whoever made the first of them made in a row. */
function ofOne(waiting: readonly KeptEvent[]): readonly KeptEvent[] {
  const next = waiting.findIndex(({ event }) => event.by !== waiting[0]?.event.by);
  return waiting.slice(0, next < 0 ? batchSize : Math.min(next, batchSize));
}

/**
 * Sends the first of the kept events of one inspection in one batch, after its beginning where that was made here, and notes in the
 * device's store what became of each.
 */
async function sendEvents(inspectionId: string, kept: readonly KeptEvent[]): Promise<Answer<Taken>> {
  const waiting = ofOne(kept);
  const begun = await sendStart(inspectionId);
  if (begun.link !== "sent") return begun;
  const answer = await sendJson<ServerAnswer>(`/api/inspections/${inspectionId}/events`, {
    events: waiting.map((kept) => kept.event),
    signed: waiting.map((kept) => kept.signed ?? null),
  });
  if (answer.link !== "sent") return answer;
  const { results, tagsRaised, head, signedIn = true } = answer.data;
  const { events: table } = localStore();
  for (const { index, status, problem } of results) {
    const one = waiting[index];
    if (one === undefined) continue;
    await table.update(one.id, status === "held" ? { state: "held", problem } : { state: "sent" });
  }
  // An event without an answer is still owed; asking again at once would ask for ever.
  if (results.length < waiting.length) return { link: "server_trouble" };
  return { link: "sent", data: { tags: tagsRaised, head, signedIn } };
}
