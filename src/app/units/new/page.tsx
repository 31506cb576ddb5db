import { notFound } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { NewUnit } from "@/screens/pool/new-unit";
import { database } from "@/server/database/database";
import { chromeData, pageCall } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { sheetNames } from "@/server/sheets/names";

export const metadata = { title: "New unit" };

export default async function NewUnitPage() {
  const call = await pageCall();
  if (call.siteId === undefined || !mayAt(call.person, "settings", call.siteId)) notFound();
  return (
    <Chrome data={await chromeData(call)} at="units">
      <NextIntlClientProvider messages={await wordsFor("pool", "units", "clocks")}>
        <NewUnit siteId={call.siteId} sheets={await sheetNames(database())} />
      </NextIntlClientProvider>
    </Chrome>
  );
}
