import { notFound } from "next/navigation";
import { diagnoseMessages, wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { ReturnView } from "@/screens/tagged/return-view";
import { JobStateLine } from "@/screens/workshop/job-state";
import { KeyRegister } from "@/screens/workshop/key-place";
import { PrintLabel } from "@/screens/workshop/print-label";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import type { Right } from "@/server/people/roles";
import { mayAt } from "@/server/people/session";
import { hasLabelPrinter } from "@/server/print/label-printer";
import { tagDetail } from "@/server/tags/read";
import { troubleOf } from "@/server/tags/trouble";
import { keysOf } from "@/server/workshop/keys";
import { jobStates } from "@/server/workshop/said";

export const metadata = { title: "Tag" };

export default async function TagPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const call = await pageCall();
  const tag = /^[0-9a-f-]{36}$/.test(id) ? await tagDetail(database(), id) : undefined;
  if (tag === undefined) notFound();
  seeOnly(call.person, tag.siteId);
  const { raisedAt, steps, ...rest } = tag;
  const holds = (right: Right) => mayAt(call.person, right, tag.siteId);
  const may = {
    repair: holds("repair"),
    retest: holds("retest"),
    release: holds("release"),
    second: !steps.some((s) => s.kind === "repaired" && s.personId === call.person.id),
  };
  const trouble = may.repair && tag.waits === "repair" ? await troubleOf(database(), tag.id) : undefined;
  const chrome = await chromeData(call);
  const db = database();
  const [states, keys] = await Promise.all([
    jobStates(db, [tag.id], call.zone, call.at),
    keysOf(db, [tag.unitId]),
  ]);
  return (
    <Chrome data={chrome} at="tagged" plate={tag.plate}>
      <MoreWords
        given={{ ...(await diagnoseMessages()), ...(await wordsFor("workshop", "stopShort", "inspect")) }}
      >
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
          state={
            tag.waits === "repair" ? (
              <JobStateLine
                jobId={tag.id}
                state={states.get(tag.id) ?? {}}
                me={call.person.id}
                maySay={holds("maintain")}
                zone={call.zone}
              />
            ) : null
          }
          below={
            <>
              <PrintLabel tagId={tag.id} printer={hasLabelPrinter()} />
              <KeyRegister
                plate={tag.plate}
                keys={keys.get(tag.unitId) ?? {}}
                me={call.person.id}
                maySay={holds("road")}
                zone={call.zone}
              />
            </>
          }
        />
      </MoreWords>
    </Chrome>
  );
}
