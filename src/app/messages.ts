import { getRequestConfig } from "next-intl/server";
import type { Language } from "@/contract/display";
import { displayChoice } from "@/server/http/display";
import app from "../../messages/en/app.json";
import check from "../../messages/en/checks.json";
import condition from "../../messages/en/conditions.json";
import damage from "../../messages/en/damage.json";
import diagnose from "../../messages/en/diagnose.json";
import machine from "../../messages/en/machine.json";
import mail from "../../messages/en/mail.json";
import plan from "../../messages/en/plan.json";
import proof from "../../messages/en/proof.json";
import sheets from "../../messages/en/sheets.json";
import survey from "../../messages/en/survey.json";
import trends from "../../messages/en/trends.json";
import workshop from "../../messages/en/workshop.json";
import appEs from "../../messages/es/app.json";
import checkEs from "../../messages/es/checks.json";
import conditionEs from "../../messages/es/conditions.json";
import damageEs from "../../messages/es/damage.json";
import diagnoseEs from "../../messages/es/diagnose.json";
import machineEs from "../../messages/es/machine.json";
import mailEs from "../../messages/es/mail.json";
import planEs from "../../messages/es/plan.json";
import proofEs from "../../messages/es/proof.json";
import sheetsEs from "../../messages/es/sheets.json";
import surveyEs from "../../messages/es/survey.json";
import trendsEs from "../../messages/es/trends.json";
import workshopEs from "../../messages/es/workshop.json";

/** The words, English first; another language is another folder of the same files. */
export const messages = {
  ...app,
  ...machine,
  ...sheets,
  ...plan,
  ...proof,
  ...diagnose,
  ...survey,
  ...trends,
  ...workshop,
  ...damage,
  ...mail,
  check,
  condition,
};
export type Messages = typeof messages;

/** A message that a language lacks does not build. */
const all: Readonly<Record<Language, Messages>> = {
  en: messages,
  es: {
    ...appEs,
    ...machineEs,
    ...sheetsEs,
    ...planEs,
    ...proofEs,
    ...diagnoseEs,
    ...surveyEs,
    ...trendsEs,
    ...workshopEs,
    ...damageEs,
    ...mailEs,
    check: checkEs,
    condition: conditionEs,
  },
};

export const messagesOf = (language: Language): Messages => all[language];

/** All words, in the language of the device that asks. */
export async function allMessages(): Promise<Messages> {
  return messagesOf((await displayChoice()).language);
}

const frameParts = [
  "name",
  "nav",
  "display",
  "signIn",
  "shift",
  "problem",
  "tagging",
  "tagged",
  "inspect",
  "units",
  "link",
  "outbox",
  "reports",
  "here",
  "family",
  "scan",
  "together",
  "second",
  "stops",
  "wind",
] as const;

/** The words most views' client parts need; the walk reads all of them, the tag pages send all of them. */
export const frameMessages = (language: Language) => partsOf(messagesOf(language), frameParts);

/** The words for what can fail. */
export const proofMessages = () =>
  wordsFor("proof", "function", "direction", "station", "interlock", "lamp", "sound");

/** The words for where the trouble is: parts, tests and what was seen of them. */
export const diagnoseMessages = () =>
  wordsFor(
    "part",
    "diagnose",
    "proof",
    "function",
    "direction",
    "station",
    "interlock",
    "lamp",
    "sound",
    "check",
    "condition",
    "stop",
    "checked",
  );

/** Words that some views need besides, in the language of the device that asks. */
export const wordsFor = async <Part extends keyof Messages>(...parts: readonly Part[]) =>
  partsOf(await allMessages(), parts);

const partsOf = <Part extends keyof Messages>(words: Messages, parts: readonly Part[]) =>
  Object.fromEntries(parts.map((part) => [part, words[part]])) as Pick<Messages, Part>;

export default getRequestConfig(async () => {
  const { language } = await displayChoice();
  return { locale: language, timeZone: "UTC", messages: messagesOf(language) };
});
