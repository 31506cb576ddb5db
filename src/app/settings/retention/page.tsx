import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { RetentionView } from "@/screens/retention/retention-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { retentionOf } from "@/server/retention/read";
import { unitNames } from "@/server/units/names";

export const metadata = { title: "Keeping records" };

export default async function RetentionPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const db = database();
  const shown = await retentionOf(db, call.siteId, call.at);
  return (
    <Chrome data={await chromeData(call)} at="settings">
      <MoreWords given={await wordsFor("retention", "clocks")}>
        <RetentionView
          // Once another rule holds, the form begins from that.
          key={JSON.stringify(shown.years)}
          siteId={call.siteId}
          shown={shown}
          units={await unitNames(db, call.siteId, "too")}
          zone={call.zone}
          may={{
            hold: mayAt(call.person, "hold_records", call.siteId),
            change: mayAt(call.person, "settings", call.siteId),
          }}
        />
      </MoreWords>
    </Chrome>
  );
}
