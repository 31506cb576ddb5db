import { notFound } from "next/navigation";
import { diagnoseMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { ReturnView } from "@/screens/tagged/return-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { tagDetail } from "@/server/tags/read";
import { troubleOf } from "@/server/tags/trouble";

export const metadata = { title: "Tag" };

export default async function TagPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const call = await pageCall();
  const tag = /^[0-9a-f-]{36}$/.test(id) ? await tagDetail(database(), id) : undefined;
  if (tag === undefined) notFound();
  seeOnly(call.person, tag.siteId);
  const { raisedAt, steps, ...rest } = tag;
  const may = {
    repair: mayAt(call.person, "repair", tag.siteId),
    retest: mayAt(call.person, "retest", tag.siteId),
    release: mayAt(call.person, "release", tag.siteId),
    second: !steps.some((s) => s.kind === "repaired" && s.personId === call.person.id),
  };
  const trouble = may.repair && tag.waits === "repair" ? await troubleOf(database(), tag.id) : undefined;
  const chrome = await chromeData(call);
  return (
    <Chrome data={chrome} at="tagged" plate={tag.plate}>
      <MoreWords given={await diagnoseMessages()}>
        <ReturnView
          tag={{
            ...rest,
            raisedAtMs: raisedAt.getTime(),
            steps: steps.map(({ at, ...s }) => ({ ...s, atMs: at.getTime() })),
          }}
          may={may}
          trouble={trouble}
          zone={call.zone}
          measures={chrome.display.measures}
        />
      </MoreWords>
    </Chrome>
  );
}
