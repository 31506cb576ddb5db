import { notFound } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { NewSheet } from "@/screens/sheets/new-sheet";
import { displayChoice } from "@/server/http/display";
import { chromeData, pageCall } from "@/server/http/page";
import { mayAt } from "@/server/people/session";

export const metadata = { title: "New sheet" };

export default async function NewSheetPage() {
  const call = await pageCall();
  if (call.siteId === undefined || !mayAt(call.person, "settings", call.siteId)) notFound();
  return (
    <Chrome data={await chromeData(call)} at="sheets">
      <NextIntlClientProvider messages={await allMessages()}>
        <NewSheet measures={(await displayChoice()).measures} />
      </NextIntlClientProvider>
    </Chrome>
  );
}
