import { notFound } from "next/navigation";
import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { PlaceView } from "@/screens/places/place-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { placesOf } from "@/server/places/read";

export const metadata = { title: "Place" };

/** `new` draws one that is not there yet. */
export default async function PlacePage({ params }: { params: Promise<{ id: string }> }) {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const { id } = await params;
  const place = (await placesOf(database(), call.siteId)).find((one) => one.id === id);
  if ((place === undefined && id !== "new") || !mayAt(call.person, "draw_places", call.siteId)) notFound();
  const chrome = await chromeData(call);
  return (
    <Chrome data={chrome} at="settings">
      <MoreWords given={await wordsFor("places", "survey")}>
        <PlaceView
          // Drawn anew, the next change goes on from that.
          key={place?.planId ?? "new"}
          siteId={call.siteId}
          place={place}
          measures={chrome.display.measures}
        />
      </MoreWords>
    </Chrome>
  );
}
