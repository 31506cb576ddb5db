import type { PreparedSurveys, SurveyRecorded } from "@/contract/survey";
import type { SurveyGiven } from "@/core/survey/job";
import { type KeptSurvey, localStore } from "./local-store";
import { present } from "./present";
import { getJson, type Link, putBytes, sendJson, tryAgain } from "./send-json";
import { sha256 } from "./sha256";

/** The form of what is kept: raised when it changes, so that an older one is read anew. */
const form = 1;
const freshMs = 5 * 60_000;

/** What became of a survey that was kept here and sent. */
export type SurveyAnswer =
  | { readonly kind: "recorded"; readonly recorded: SurveyRecorded }
  /** On this tablet: it goes by itself once it can. */
  | { readonly kind: "kept"; readonly link: Link }
  | { readonly kind: "refused"; readonly detail: string };

/** Reads anew what a survey needs without a signal. Where that fails, what was read last stays. */
export async function prepareSurveys(nowMs = Date.now()): Promise<void> {
  const here = present();
  if (here === undefined) return;
  const { preparedSurveys } = localStore();
  const kept = await preparedSurveys.get(here.personId);
  if (kept?.form === form && Math.abs(nowMs + kept.clockOffsetMs - kept.data.atMs) < freshMs) return;
  const answer = await getJson<PreparedSurveys>("/api/prepared-surveys");
  if (answer.link !== "sent" || answer.data.personId !== here.personId) return;
  const { data } = answer;
  await preparedSurveys.put({ personId: here.personId, form, data, clockOffsetMs: data.atMs - nowMs });
}

/** What was kept for whoever is here to survey with, and what to add to this device's clock for the server's. */
export async function surveysPrepared() {
  const here = present();
  const kept = here && (await localStore().preparedSurveys.get(here.personId));
  return kept?.form === form ? kept : undefined;
}

/**
 * Keeps a survey on this device, then sends it: it is not lost where there is no signal, and goes in its person's name once
 * there is. One the server refuses is not kept: whoever made it corrects it, and their draft is still there.
 */
export async function keepAndSend(survey: Omit<KeptSurvey, "refused">): Promise<SurveyAnswer> {
  const { surveys } = localStore();
  const kept = await surveys.put(survey).then(
    () => true,
    () => false,
  );
  const answer = await sendOne(survey);
  if (answer.kind === "kept" && !kept)
    return { kind: "refused", detail: "This tablet has no room to keep it, and the server was not reached." };
  if (answer.kind !== "kept") await surveys.delete(survey.id);
  // One that was refused before is answered by this one.
  if (answer.kind === "recorded")
    await surveys
      .where({ plate: survey.plate })
      .filter(({ refused }) => refused !== undefined)
      .delete();
  return answer;
}

async function sendOne(survey: Omit<KeptSurvey, "refused">): Promise<SurveyAnswer> {
  const path = `/api/units/${encodeURIComponent(survey.plate)}`;
  for (const hash of picturesOf(survey.given)) {
    const picture = await localStore().surveyPictures.get(hash);
    // Sent before, or lost with the tablet it was taken on: the survey holds without it.
    if (picture === undefined) continue;
    const sent = await putBytes(`${path}/survey-pictures/${hash}`, picture.bytes);
    if (sent.link === "sent") await localStore().surveyPictures.delete(hash);
    else if (sent.link !== "refused") return { kind: "kept", link: sent.link };
  }
  const { id, by, placeId, surveyedAt, given } = survey;
  const answer = await sendJson<SurveyRecorded>(`${path}/surveys`, { id, by, placeId, surveyedAt, given });
  if (answer.link === "sent") return { kind: "recorded", recorded: answer.data };
  // Somebody else is signed in: it waits for its own person.
  if (answer.problem === "not-yours") return { kind: "kept", link: "signed_out" };
  return answer.link === "refused"
    ? { kind: "refused", detail: answer.detail ?? "" }
    : { kind: "kept", link: answer.link };
}

/** Sends the surveys that wait. One that is refused stays, with why, until another of its unit is recorded. */
export async function sendSurveys(): Promise<{ readonly link: Link }> {
  const { surveys } = localStore();
  for (const survey of await surveys.toArray()) {
    if (survey.refused !== undefined) continue;
    const answer = await sendOne(survey);
    if (answer.kind === "recorded") await surveys.delete(survey.id);
    else if (answer.kind === "refused") await surveys.update(survey.id, { refused: answer.detail });
    else if (tryAgain(answer.link)) return { link: answer.link };
  }
  return { link: "sent" };
}

/** The surveys that wait here or were refused. */
export const openSurveys = (): Promise<readonly KeptSurvey[]> => localStore().surveys.toArray();

/** Makes a picture of a hazard small and clean and keeps it here; gives its name, the SHA-256 of its bytes. */
export async function keepHazardPicture(made: Blob): Promise<string> {
  const hash = await sha256(await made.arrayBuffer());
  await localStore().surveyPictures.put({ hash, bytes: made });
  return hash;
}

/** A picture that is still on this device. */
export const hazardPicture = async (hash: string): Promise<Blob | undefined> =>
  (await localStore().surveyPictures.get(hash))?.bytes;

const picturesOf = ({ readings: { hazards } }: SurveyGiven): readonly string[] =>
  (hazards ?? []).flatMap(({ picture }) => (picture === undefined ? [] : [picture]));
