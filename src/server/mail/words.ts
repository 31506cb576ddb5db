import { createTranslator } from "use-intl/core";
import type { Language } from "@/contract/display";
import enApp from "../../../messages/en/app.json";
import en from "../../../messages/en/mail.json";
import esApp from "../../../messages/es/app.json";
import es from "../../../messages/es/mail.json";

const words = {
  en: { letter: en.letter, shift: enApp.shift, job: enApp.job },
  es: { letter: es.letter, shift: esApp.shift, job: esApp.job },
} satisfies Record<Language, object>;

/** The words of letters, in a language: they are written with no page open. */
export const letterWords = (language: Language) =>
  createTranslator({ locale: language, messages: words[language] }) as unknown as (
    key: string,
    values?: Record<string, string | number>,
  ) => string;
