import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { PlacesView } from "@/screens/places/places-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { placesOf } from "@/server/places/read";

export const metadata = { title: "Places" };

export default async function PlacesPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  return (
    <Chrome data={await chromeData(call)} at="settings">
      <MoreWords given={await wordsFor("places")}>
        <PlacesView
          places={await placesOf(database(), call.siteId)}
          mayDraw={mayAt(call.person, "draw_places", call.siteId)}
        />
      </MoreWords>
    </Chrome>
  );
}
