import { type FactsAnswer, type OnWalk, type WalkAnswer, type WalkData, walkForm } from "@/contract/walk";
import type { DecisionFacts } from "@/core/decision/decide";
import type { InspectionEvent, Saw } from "@/core/record/events";
import { deviceId, type KeptWalk, localStore } from "./local-store";
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

let ahead: { readonly id: string; readonly opening: Promise<Opening> } | undefined;

/** Begins to open a walk before there is a screen to show it on. */
export function openAhead(id: string): void {
  ahead = { id, opening: openWalk(id) };
}

/** A walk as it was opened ahead, once; otherwise opened now. */
export function openedWalk(id: string): Promise<Opening> {
  const opening = ahead?.id === id ? ahead.opening : undefined;
  ahead = undefined;
  return opening ?? openWalk(id);
}

const keptWalk = async (id: string): Promise<KeptWalk | undefined> => {
  const { keptWalks } = localStore();
  const own = await keptWalks.get([id, present()?.personId ?? ""]);
  // Somebody else's: they are asked to show who they are.
  const kept = own ?? (await keptWalks.where({ id }).first());
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
    await localStore().keptWalks.where({ id }).delete();
    await localStore().signatures.delete(id);
    return { kind: "sealed" };
  }
  const { walk } = answer.data;
  const data = kept === undefined ? walk : { ...walk, minutes: kept.data.minutes };
  const clockOffsetMs = walk.nowMs - Date.now();
  const { plate, person } = data;
  arrive({ personId: person.id, name: person.name });
  const { keptWalks } = localStore();
  await keptWalks.put({ id, personId: person.id, plate, form: walkForm, data, clockOffsetMs });
  return { kind: "open", walk: data };
}

/** Only whoever it belongs to opens it: another's queue is sent from this device, and not read on it. */
function openKept({ personId, data, clockOffsetMs }: KeptWalk): Opening {
  return present()?.personId === personId
    ? { kind: "open", walk: { ...data, nowMs: Date.now() + clockOffsetMs } }
    : { kind: "signed_out" };
}

/** What besides its answers bears on a walk, as read last: so it is opened without a signal. */
export async function keepFacts(
  { id, person }: Pick<WalkData, "id" | "person">,
  facts: DecisionFacts,
  head: Saw,
  people: readonly OnWalk[],
): Promise<void> {
  const read = { "data.facts": facts, "data.head": head, "data.people": people };
  await localStore().keptWalks.update([id, person.id], read);
}

/** Asks for what bears on a walk besides its answers, and for what other devices have sent of it. */
export function readFacts(id: string, events: readonly InspectionEvent[]): Promise<Answer<FactsAnswer>> {
  const device = deviceId();
  const held: Record<string, [most: number, count: number]> = {};
  for (const { deviceId: other, seq } of events) {
    if (other === device) continue;
    const [most, count] = held[other] ?? [0, 0];
    held[other] = [Math.max(most, seq), count + 1];
  }
  const query = new URLSearchParams({ device, held: JSON.stringify(held) });
  return getJson<FactsAnswer>(`/api/inspections/${id}/facts?${query}`);
}

/** The walks of a person this device keeps. */
export const walksOf = async (personId: string): Promise<readonly KeptWalk[]> =>
  (await localStore().keptWalks.where({ personId }).toArray()).filter((kept) => kept.form === walkForm);
