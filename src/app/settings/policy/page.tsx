import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { PolicyView } from "@/screens/policy/policy-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { policyOf, policyVersions } from "@/server/sites/policy";
import { modelsInUse } from "@/server/units/models";

export const metadata = { title: "Policy" };

export default async function PolicyPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const db = database();
  const policy = await policyOf(db, call.siteId);
  const versions = await policyVersions(db, call.siteId);
  return (
    <Chrome data={await chromeData(call)} at="settings">
      <NextIntlClientProvider messages={await allMessages()}>
        <PolicyView
          // Once another holds, the form begins from that.
          key={JSON.stringify(policy)}
          siteId={call.siteId}
          policy={policy}
          models={await modelsInUse(db, call.siteId)}
          versions={versions.map(({ holdsFrom, setAt, kind, at: _, ...version }) => ({
            ...version,
            ...{ holdsFromMs: holdsFrom.getTime(), setAtMs: setAt.getTime(), became: kind },
          }))}
          zone={call.zone}
          mayChange={mayAt(call.person, "settings", call.siteId)}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
