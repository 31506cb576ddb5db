import { liveQuery } from "dexie";
import type { WalkAnswer, WalkData } from "@/contract/walk";
import type { Outcome } from "@/core/vocabulary/outcomes";
import { signerOf } from "./keys";
import { type KeptSignature, localStore, type SignedWalk } from "./local-store";
import { getJson, type Link, sendJson } from "./send-json";

/** Keeps a signature before anything is sent: it outlives the page, and is sent once all it covers is. */
export async function sign(
  { id: inspectionId, plate, person }: Pick<WalkData, "id" | "plate" | "person">,
  walk: Omit<SignedWalk, "signed">,
): Promise<void> {
  const { outcome, eventCount, eventsHash } = walk;
  const signed = await signerOf(person.id)("seal", { inspectionId, outcome, eventCount, eventsHash });
  const became = { kind: "waits" } as const;
  await localStore().signatures.put({
    inspectionId,
    plate,
    walk: { ...walk, ...(signed && { signed }) },
    became,
  });
}

/** Takes back a signature that has not been sealed: the walk goes on. */
export const unsign = (inspectionId: string): Promise<void> => localStore().signatures.delete(inspectionId);

/** Hears what becomes of a walk's signature, in whichever tab; gives what ends the hearing. */
export function hearSignature(
  inspectionId: string,
  heard: (kept: KeptSignature | undefined) => void,
): () => void {
  const subscription = liveQuery(() => localStore().signatures.get(inspectionId)).subscribe(heard);
  return () => subscription.unsubscribe();
}

/** Those that still wait, or were refused and wait for a person. */
export const openSignatures = async (): Promise<readonly KeptSignature[]> =>
  (await localStore().signatures.toArray()).filter(({ became }) => became.kind !== "sealed");

/** Sends each signature that waits once all it covers has been sent. Gives why it stopped, or that all went. */
export async function sendSignatures(): Promise<{ readonly link: Link; readonly detail?: string }> {
  let last: { link: Link; detail?: string } = { link: "sent" };
  for (const kept of await openSignatures()) {
    if (kept.became.kind !== "waits") continue;
    const { inspectionId } = kept;
    const owed = await localStore().events.where({ inspectionId, state: "to_send" }).count();
    if (owed > 0) continue;
    const answer = await sendJson<{ outcome: Outcome; shownOutcome: Outcome }>(
      `/api/inspections/${inspectionId}/sign`,
      kept.walk,
    );
    if (answer.link === "sent") {
      const { outcome, shownOutcome } = answer.data;
      await noted(kept, { kind: "sealed", outcome, shownOutcome });
    } else if (answer.link === "signed_out") {
      // It carries no key of its person: it waits for them, and the others do not.
      last = answer;
    } else if (answer.link !== "refused") {
      return answer;
    } else if (answer.problem === "not-yours") {
      // Somebody else is signed in: it waits for whoever signed.
    } else if (await isSealed(inspectionId)) {
      await noted(kept, { kind: "sealed" });
    } else {
      await noted(kept, { kind: "refused", detail: answer.detail ?? "" });
    }
  }
  return last;
}

/** An answer may be lost on the way: what was sealed then is not refused now. */
async function isSealed(inspectionId: string): Promise<boolean> {
  const answer = await getJson<WalkAnswer>(`/api/inspections/${inspectionId}`);
  return answer.link === "sent" && answer.data.sealed;
}

/**
 * One taken back meanwhile is not put there again, and what another tab has noted stands. Of a sealed walk only the
 * record is left.
 */
async function noted({ inspectionId }: KeptSignature, became: KeptSignature["became"]): Promise<void> {
  const { signatures, keptWalks } = localStore();
  if (became.kind === "sealed") await keptWalks.where({ id: inspectionId }).delete();
  await localStore().transaction("rw", signatures, async () => {
    const now = await signatures.get(inspectionId);
    if (now?.became.kind === "waits") await signatures.update(inspectionId, { became });
  });
}
