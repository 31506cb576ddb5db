import { getRequestConfig } from "next-intl/server";
import app from "../../messages/en/app.json";
import check from "../../messages/en/checks.json";
import condition from "../../messages/en/conditions.json";
import machine from "../../messages/en/machine.json";
import plan from "../../messages/en/plan.json";
import proof from "../../messages/en/proof.json";
import sheets from "../../messages/en/sheets.json";

/** The words, English first; another language is another folder of the same files. */
export const messages = { ...app, ...machine, ...sheets, ...plan, ...proof, check, condition };

/** The words most views' client parts need; the walk and the tag pages send all of them themselves. */
export function frameMessages() {
  const { name, nav, signIn, shift, problem, tagging, tagged, inspect, units, link, outbox, reports, here } =
    app;
  return { name, nav, signIn, shift, problem, tagging, tagged, inspect, units, link, outbox, reports, here };
}

/** The words for what can fail. */
export function proofMessages() {
  const { function: functions, direction, station, interlock } = machine;
  const { lamp, sound } = sheets;
  return { ...proof, function: functions, direction, station, interlock, lamp, sound };
}

export default getRequestConfig(async () => ({ locale: "en", timeZone: "UTC", messages }));
