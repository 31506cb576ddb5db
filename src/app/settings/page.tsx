import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { SettingsView } from "@/screens/settings/settings-view";
import { keysOf } from "@/server/api/keys";
import { database } from "@/server/database/database";
import { waitingOf } from "@/server/devices/quarantine";
import { devicesOf } from "@/server/devices/revoke";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";

export const metadata = { title: "Settings" };

export default async function SettingsPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const mine = mayAt(call.person, "settings", call.siteId);
  const db = database();
  const site = await db
    .selectFrom("site")
    .select(["id", "name", "timeZone", "shifts"])
    .where("id", "=", call.siteId)
    .executeTakeFirst();
  const keys = mine ? await keysOf(db, call.siteId) : [];
  const tablets = mine ? await devicesOf(db, call.siteId) : [];
  const waiting = mine ? await waitingOf(db, call.siteId) : [];
  return (
    <Chrome data={await chromeData(call)} at="settings">
      <NextIntlClientProvider messages={await allMessages()}>
        <SettingsView
          mine={mine}
          site={site}
          zone={call.zone}
          tablets={tablets.map(({ since, revoked, ...tablet }) => ({
            ...tablet,
            sinceMs: since.getTime(),
            revoked: revoked && { atMs: revoked.at.getTime(), why: revoked.why, by: revoked.by },
          }))}
          waiting={waiting.map(({ receivedAt, ...one }) => ({ ...one, receivedAtMs: receivedAt.getTime() }))}
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
