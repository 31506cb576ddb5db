import { displayIn, type Language } from "@/contract/display";
import en from "../../../messages/en/problems.json";
import es from "../../../messages/es/problems.json";

export type ProblemCode = keyof typeof en.problems;

/** What each problem is called, in each language; one that a language lacks does not build. */
export const problemWords: Readonly<Record<Language, Readonly<Record<ProblemCode, string>>>> = {
  en: en.problems,
  es: es.problems,
};

/** What a page says besides while the database is away. */
export const awayWords = { en: en.away, es: es.away } satisfies Record<Language, object>;

/**
 * A problem in the language chosen on the device that asked. English has what was expected and what came, with its
 * figures; another language says what kind of problem it is and what to do.
 */
export function inWords(
  { type, detail }: { readonly type: ProblemCode; readonly detail: string },
  request: Request,
): { readonly title: string; readonly detail: string } {
  const { language } = displayIn(request.headers.get("cookie") ?? "");
  const title = problemWords[language][type];
  return { title, detail: language === "en" ? detail : title };
}
