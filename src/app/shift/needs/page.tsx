import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { NeedsView } from "@/screens/shift/needs-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { needsToSet } from "@/server/shift/needs";

export const metadata = { title: "What the shifts need" };

export default async function NeedsPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const found = await needsToSet(database(), call.siteId);
  return (
    <Chrome data={await chromeData(call)} at="shift">
      <NextIntlClientProvider messages={await allMessages()}>
        <NeedsView
          siteId={call.siteId}
          {...found}
          zone={call.zone}
          mayChange={mayAt(call.person, "plan_shift", call.siteId)}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
