import { NextIntlClientProvider } from "next-intl";
import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { PeopleView } from "@/screens/people/people-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";
import { staffPage } from "@/server/people/read";
import { mayAt } from "@/server/people/session";

export const metadata = { title: "People" };

export default async function PeoplePage({ searchParams }: { searchParams: PageQuery }) {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const { after } = queryOf(await searchParams);
  const { rows, next } = await staffPage(database(), call.siteId, after, call.at);
  return (
    <Chrome data={await chromeData(call)} at="settings">
      <NextIntlClientProvider
        messages={await wordsFor("people", "role", "first", "signIn", "units", "clocks")}
      >
        <PeopleView
          people={rows}
          next={next}
          mayAdd={mayAt(call.person, "settings", call.siteId)}
          zone={call.zone}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
