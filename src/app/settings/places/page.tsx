import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { PlacesView } from "@/screens/places/places-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { placesOf } from "@/server/places/read";
import { metersSet } from "@/server/wind/read";

export const metadata = { title: "Places" };

export default async function PlacesPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const chrome = await chromeData(call);
  return (
    <Chrome data={chrome} at="settings">
      <MoreWords given={await wordsFor("places", "survey")}>
        <PlacesView
          wind={{
            ...{ siteId: call.siteId, zone: call.zone, measures: chrome.display.measures },
            meters: await metersSet(database(), call.siteId),
            maySet: mayAt(call.person, "settings", call.siteId),
          }}
          places={await placesOf(database(), call.siteId)}
          mayDraw={mayAt(call.person, "draw_places", call.siteId)}
        />
      </MoreWords>
    </Chrome>
  );
}
