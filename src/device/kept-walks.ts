import { type WalkAnswer, type WalkData, walkForm } from "@/contract/walk";
import type { DecisionFacts } from "@/core/decision/decide";
import type { Saw } from "@/core/record/events";
import { type KeptWalk, localStore } from "./local-store";
import { sendStart } from "./prepared";
import { arrive, present } from "./present";
import { type Answer, getJson } from "./send-json";

/** What became of opening a walk. */
export type Opening =
  /** `nowMs` is the server's time now, whenever the rest was read. */
  | { readonly kind: "open"; readonly walk: WalkData }
  /** Signed: only its record is left. */
  | { readonly kind: "sealed" }
  /** Nobody is signed in, or has been away too long. */
  | { readonly kind: "signed_out" }
  | { readonly kind: "refused"; readonly detail: string }
  /** No signal, and this device does not keep it. */
  | { readonly kind: "not_kept" };

/** How long a server may take before what is kept here is opened instead. */
const patienceMs = 2500;

/**
 * Opens a walk: as the server has it now, or without a signal as this device kept it, for its owner. What
 * the walk was planned from stays as it was first read here, so that its places keep their numbers.
 */
export async function openWalk(id: string): Promise<Opening> {
  const kept = await keptWalk(id);
  // One begun here is nothing to the server until it has heard of that.
  const asked = sendStart(id).then(async ({ link }) =>
    link === "sent" ? taken(id, await getJson<WalkAnswer>(`/api/inspections/${id}`), kept) : undefined,
  );
  if (kept === undefined) return (await asked) ?? { kind: "not_kept" };
  const late = new Promise<undefined>((resolve) => setTimeout(resolve, patienceMs, undefined));
  return (await Promise.race([asked, late])) ?? openKept(kept);
}

const keptWalk = async (id: string): Promise<KeptWalk | undefined> => {
  const kept = await localStore().walks.get(id);
  return kept?.form === walkForm ? kept : undefined;
};

/** What the server said, kept for the next time; undefined where it said nothing. */
async function taken(
  id: string,
  answer: Answer<WalkAnswer>,
  kept: KeptWalk | undefined,
): Promise<Opening | undefined> {
  if (answer.link === "signed_out") return { kind: "signed_out" };
  if (answer.link === "refused") return { kind: "refused", detail: answer.detail ?? "" };
  if (answer.link !== "sent") return undefined;
  if (answer.data.sealed) {
    await localStore().walks.delete(id);
    await localStore().signatures.delete(id);
    return { kind: "sealed" };
  }
  const { walk } = answer.data;
  const data = kept === undefined ? walk : { ...walk, minutes: kept.data.minutes };
  const clockOffsetMs = walk.nowMs - Date.now();
  const { plate, person } = data;
  arrive({ personId: person.id, name: person.name });
  await localStore().walks.put({ id, personId: person.id, plate, form: walkForm, data, clockOffsetMs });
  return { kind: "open", walk: data };
}

/** Only whoever it belongs to opens it: another's queue is sent from this device, and not read on it. */
function openKept({ personId, data, clockOffsetMs }: KeptWalk): Opening {
  return present()?.personId === personId
    ? { kind: "open", walk: { ...data, nowMs: Date.now() + clockOffsetMs } }
    : { kind: "signed_out" };
}

/** What besides its answers bears on a walk, as read last: so it is opened without a signal. */
export async function keepFacts(id: string, facts: DecisionFacts, head: Saw): Promise<void> {
  await localStore().walks.update(id, { "data.facts": facts, "data.head": head });
}

/** The walks of a person this device keeps. */
export const walksOf = async (personId: string): Promise<readonly KeptWalk[]> =>
  (await localStore().walks.where({ personId }).toArray()).filter((kept) => kept.form === walkForm);
