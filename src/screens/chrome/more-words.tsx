"use client";
import { type AbstractIntlMessages, NextIntlClientProvider, useLocale, useMessages } from "next-intl";

/** Words that a part of a page needs besides those every page has. */
export function MoreWords({ given, children }: { given: AbstractIntlMessages; children: React.ReactNode }) {
  const messages = useMessages();
  return (
    <NextIntlClientProvider locale={useLocale()} messages={{ ...messages, ...given }} timeZone="UTC">
      {children}
    </NextIntlClientProvider>
  );
}
