import type { BookAction, BookFault, BookUpkeep, WhoWhen } from "@/contract/book";
import { conditionWord, type T, titleOfKey } from "../inspect/words";
import { day, dayAndClock, tagReason } from "../states";

/** Name, card number and time, as they stand beside an entry of the log-book. */
export const whoWords = ({ name, badge, licence, atMs }: WhoWhen, zone: string): string =>
  `${name} (${licence == null ? badge : `${badge}, ${licence}`}), ${dayAndClock(atMs, zone)}`;

/** What was found. */
export function faultWords(t: T, { what, note }: Pick<BookFault, "what" | "note">): string {
  const found =
    "check" in what
      ? `${titleOfKey(t, what.check)}: ${conditionWord(t, what.condition).toLowerCase()}`
      : tagReason(t, what.reason);
  return note === null ? found : `${found}, “${note}”`;
}

/** What was done about a fault, and by whom. */
export function actionWords(t: T, action: BookAction, zone: string): string {
  const { kind, words } = action;
  const said = kind === "put_right" ? t(`upkeep.${words}`) : words;
  return `${t(`book.actions.${kind}`)}${said === "" ? "" : `: ${said}`}. ${whoWords(action, zone)}`;
}

/** The owner's signature for a fault, with what was decided; empty where it is not there. */
export function signedWords(t: T, { signed, slip }: BookFault, zone: string): string {
  if (slip) return t("book.slip");
  if (signed === undefined) return "";
  const by = t("book.signed", { by: whoWords(signed, zone) });
  return signed.action === null ? by : `${by}. ${signed.action}`;
}

/** A job or an examination of the owner's maintenance. */
export function upkeepWords(
  t: T,
  one: BookUpkeep,
  zone: string,
): { readonly day: string; readonly what: string; readonly by: string } {
  const { recorded, by, licence, document } = one;
  const job = one.kind === "job";
  return {
    // An examination has a day and no time.
    day: day(one.atMs, job ? zone : "UTC"),
    what: listed(
      t(`job.${job ? one.job : "examination"}`),
      job && one.hours !== null && t("book.hours", { hours: one.hours }),
      !job && t("book.nextDue", { day: day(one.nextDueMs, "UTC") }),
    ),
    by: listed(
      by,
      licence !== "" && t("book.licence", { licence }),
      document !== "" && t("book.report", { document }),
      t("book.recorded", { name: recorded.name, card: recorded.badge }),
    ),
  };
}

const listed = (...words: readonly (string | false)[]): string =>
  words.filter((one) => one !== false).join(", ");
