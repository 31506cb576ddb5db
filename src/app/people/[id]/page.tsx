import { notFound } from "next/navigation";
import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { PersonView } from "@/screens/people/person-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { staffDetail } from "@/server/people/read";
import { mayAt } from "@/server/people/session";
import { sheetNames } from "@/server/sheets/names";

export const metadata = { title: "Person" };

export default async function PersonPage({ params }: { params: Promise<{ id: string }> }) {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const person = await staffDetail(database(), call.siteId, (await params).id);
  if (person === undefined) notFound();
  const oneself = person.id === call.person.id;
  const may = (right: Parameters<typeof mayAt>[1]) =>
    !oneself && mayAt(call.person, right, call.siteId ?? "");
  return (
    <Chrome data={await chromeData(call)} at="settings">
      <MoreWords given={await wordsFor("people", "role", "family", "tagged", "tagging", "clocks")}>
        <PersonView
          person={person}
          sheets={await sheetNames(database())}
          zone={call.zone}
          nowMs={call.at.getTime()}
          may={{
            data: oneself || may("settings"),
            change: may("settings"),
            train: may("train"),
            show: may("familiarise"),
          }}
        />
      </MoreWords>
    </Chrome>
  );
}
