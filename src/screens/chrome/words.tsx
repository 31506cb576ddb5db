"use client";
import { type AbstractIntlMessages, NextIntlClientProvider } from "next-intl";
import { useEffect, useState } from "react";
import type { Language } from "@/contract/display";
import { displayChoice, hearDisplay, wordsOf } from "@/device/display-choice";

interface Spoken {
  readonly language: Language;
  readonly messages: AbstractIntlMessages;
}

const againMs = 2000;

/**
 * The words of what it holds, in the language chosen on this device. A page kept there may have been kept in another:
 * then, and where the page brings no words of its own, they are read from what is kept with the app.
 */
export function Words({ given, children }: { given?: Spoken; children: React.ReactNode }) {
  const [chosen, setChosen] = useState(given?.language);
  const [read, setRead] = useState<Spoken>();
  useEffect(() => {
    const look = () => setChosen(displayChoice().language);
    look();
    return hearDisplay(look);
  }, []);
  useEffect(() => {
    if (chosen === undefined || chosen === given?.language || chosen === read?.language) return;
    let left = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      const messages = await wordsOf(chosen);
      if (left) return;
      if (messages === undefined) again = setTimeout(() => void ask(), againMs);
      else setRead({ language: chosen, messages: messages as AbstractIntlMessages });
    };
    void ask();
    return () => {
      left = true;
      clearTimeout(again);
    };
  }, [chosen, given?.language, read?.language]);
  const spoken = chosen === given?.language ? given : (read ?? given);
  if (spoken === undefined) return null;
  return (
    <NextIntlClientProvider locale={spoken.language} messages={spoken.messages} timeZone="UTC">
      {children}
    </NextIntlClientProvider>
  );
}
