import type { PreparedAnswer } from "@/contract/start";
import { walkForm } from "@/contract/walk";
import type { DecisionFacts } from "@/core/decision/decide";
import { signerOf } from "./keys";
import { localStore, type PreparedUnit } from "./local-store";
import { present } from "./present";
import { type Answer, getJson, sendJson } from "./send-json";
import { askAfterHeads, rememberWords } from "./witness";

/** How old what is prepared may be before it is read anew, where there is a signal. */
const freshMs = 5 * 60_000;

/** Reads anew which units can be begun without a signal. Where that fails, what was read last stays. */
export async function prepare(nowMs = Date.now()): Promise<void> {
  const here = present();
  if (here === undefined) return;
  const [kept] = await localStore().prepared.where({ personId: here.personId }).limit(1).toArray();
  // A clock that was set back is no reason to wait for it.
  if (kept?.form === walkForm && Math.abs(nowMs + kept.clockOffsetMs - kept.word.atMs) < freshMs) return;
  const answer = await getJson<PreparedAnswer>("/api/prepared");
  if (answer.link !== "sent") return;
  const rows = answer.data.prepared.map((one, place): PreparedUnit => {
    const { unitId, personId, atMs } = one.word;
    return { ...one, unitId, personId, place, form: walkForm, clockOffsetMs: atMs - nowMs };
  });
  const { prepared } = localStore();
  await localStore().transaction("rw", prepared, async () => {
    // Each person's are their own: whoever came before finds theirs again.
    await prepared.where({ personId: here.personId }).delete();
    await prepared.bulkAdd(rows);
  });
  await rememberWords(rows.map(({ word }) => word));
  await askAfterHeads();
}

/** The units a person can begin here without a signal: what they are trained on first, and of that their own. */
export async function preparedUnits(personId: string): Promise<readonly PreparedUnit[]> {
  const rows = await localStore().prepared.where({ personId }).toArray();
  return rows
    .filter(({ form }) => form === walkForm)
    .sort((a, b) => Number(isTrained(b)) - Number(isTrained(a)) || a.place - b.place);
}

/** Whether a walk that bears these facts may still clear, by the server's clock as this device knows it. */
export const canClear = (
  { clearsBeforeMs }: Pick<DecisionFacts, "clearsBeforeMs">,
  { clockOffsetMs }: Pick<PreparedUnit, "clockOffsetMs">,
  nowMs: number,
): boolean => nowMs + clockOffsetMs < clearsBeforeMs;

const isTrained = ({ walk }: PreparedUnit): boolean =>
  walk.facts.operatorAuthorised && walk.facts.unfamiliar === 0;

/**
 * Begins an inspection of a unit here, or goes on with one of its person that is kept; gives its id. Undefined where the
 * unit was not prepared for whoever is here.
 */
export async function beginHere(unitId: string, nowMs = Date.now()): Promise<string | undefined> {
  const here = present();
  const unit = here && (await localStore().prepared.get([here.personId, unitId]));
  if (unit?.form !== walkForm) return undefined;
  const { personId, walk, word, clockOffsetMs } = unit;
  const { keptWalks, starts } = localStore();
  const open = (await keptWalks.where({ personId }).toArray()).find(
    ({ data, form }) =>
      form === walkForm &&
      data.unitId === unitId &&
      data.scope.kind === "full" &&
      canClear(data.facts, unit, nowMs),
  );
  if (open !== undefined) return open.id;
  const id = crypto.randomUUID();
  const begun = { id, unitId, word };
  const signed = await signerOf(personId)("start", begun);
  await localStore().transaction("rw", keptWalks, starts, async () => {
    await starts.add({ id, begun: { ...begun, ...(signed && { signed }) } });
    const data = { ...walk, id };
    await keptWalks.add({ id, personId, plate: walk.plate, form: walkForm, data, clockOffsetMs });
  });
  return id;
}

/** Tells the server of an inspection that was begun here; there is nothing to tell of any other. */
export async function sendStart(id: string): Promise<Answer<unknown>> {
  const kept = await localStore().starts.get(id);
  if (kept === undefined) return { link: "sent", data: undefined };
  const answer = await sendJson("/api/inspections", kept.begun);
  if (answer.link === "sent") await localStore().starts.delete(id);
  return answer;
}

/** Inspections begun here that the server has not heard of. */
export const waitingStarts = async (): Promise<readonly string[]> =>
  (await localStore().starts.toArray()).map(({ id }) => id);
