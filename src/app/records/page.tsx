import { NextIntlClientProvider } from "next-intl";
import { allMessages, wordsFor } from "@/app/messages";
import type { FindingGrade } from "@/core/vocabulary/grades";
import type { Outcome } from "@/core/vocabulary/outcomes";
import type { Scope } from "@/core/vocabulary/scope";
import { localMs } from "@/core/vocabulary/zone";
import { Chrome } from "@/screens/chrome/chrome";
import { RecordsView } from "@/screens/records/records-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";
import { keyFingerprint } from "@/server/ledger/key";
import { askedIn, queryFor } from "@/server/records/asked";
import { recordsPage } from "@/server/records/find";
import { viewsOf } from "@/server/records/views";

export const metadata = { title: "Records" };

export default async function RecordsPage({ searchParams }: { searchParams: PageQuery }) {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const asked = askedIn(queryOf(await searchParams));
  const at = { siteId: call.siteId, zone: call.zone };
  const db = database();
  const [found, views, messages] = await Promise.all([
    recordsPage(db, at, asked),
    viewsOf(db, call.person.id),
    allMessages(),
  ]);
  const { before: _, ...shown } = asked;
  return (
    <Chrome data={await chromeData(call)} at="records">
      <NextIntlClientProvider messages={await wordsFor("records")}>
        <RecordsView
          asked={shown}
          rows={found.rows.map(({ signedAt, startedAt, findings, ...row }) => ({
            ...{ inspectionId: row.inspectionId, plate: row.plate, by: row.by },
            ...{ outcome: row.outcome as Outcome, scope: row.scope as Scope["kind"] },
            ...{ signedAtMs: signedAt.getTime(), startedAtMs: startedAt.getTime() },
            findings: findings.map(({ checkKey, condition, grade, note }) => ({
              ...{ checkKey, condition, note },
              grade: grade as FindingGrade,
            })),
          }))}
          count={found.count}
          more={found.more}
          next={found.next === undefined ? undefined : queryFor(asked, { before: found.next })}
          query={queryFor(shown)}
          conditions={Object.keys(messages.condition)}
          places={Object.keys(messages.stop)}
          views={views}
          year={new Date(localMs(call.at.getTime(), call.zone)).toISOString().slice(0, 4)}
          fingerprint={keyFingerprint()}
          zone={call.zone}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
