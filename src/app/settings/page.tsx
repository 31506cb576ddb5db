import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { SettingsView } from "@/screens/settings/settings-view";
import { keysOf } from "@/server/api/keys";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";

export const metadata = { title: "Settings" };

export default async function SettingsPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const mine = mayAt(call.person, "settings", call.siteId);
  const keys = mine ? await keysOf(database(), call.siteId) : [];
  return (
    <Chrome data={await chromeData(call)} at="settings">
      <NextIntlClientProvider messages={await allMessages()}>
        <SettingsView
          mine={mine}
          offsetMin={call.offsetMin}
          keys={keys.map(({ madeAt, revokedAt, lastUsedAt, ...key }) => ({
            ...key,
            madeAtMs: madeAt.getTime(),
            revokedAtMs: revokedAt?.getTime(),
            lastUsedAtMs: lastUsedAt?.getTime(),
          }))}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
