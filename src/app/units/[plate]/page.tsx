import { notFound } from "next/navigation";
import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { UnitView } from "@/screens/unit/unit-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { momentOf, type PageQuery, queryOf } from "@/server/http/page-query";
import { unfitOf } from "@/server/people/fit";
import { mayAt } from "@/server/people/session";
import { parkedOf } from "@/server/units/parked";
import { unitDetail } from "@/server/units/unit";

export async function generateMetadata({ params }: { params: Promise<{ plate: string }> }) {
  return { title: decodeURIComponent((await params).plate) };
}

export default async function UnitPage({
  params,
  searchParams,
}: {
  params: Promise<{ plate: string }>;
  searchParams: PageQuery;
}) {
  const { plate } = await params;
  const before = momentOf(queryOf(await searchParams)["before"]);
  const call = await pageCall();
  const unit = await unitDetail(database(), decodeURIComponent(plate), call.at, before);
  if (unit === undefined) notFound();
  seeOnly(call.person, unit.siteId);
  const { examinationDue, retiredAt, history, findings, tags, topUps, figureClaims, ...rest } = unit;
  const [chrome, { places, said }, unfit] = await Promise.all([
    chromeData(call),
    parkedOf(database(), unit.id, unit.siteId),
    unfitOf(database(), [call.person.id], unit.id, call.at),
  ]);
  return (
    <Chrome data={chrome} at="units" plate={unit.plate}>
      <MoreWords given={await wordsFor("sheets", "unitFigures", "figure")}>
        <UnitView
          unit={{
            ...rest,
            parked: {
              places,
              at: said && { placeId: said.placeId, by: said.by, setMs: said.setAt.getTime() },
            },
            figureClaims: figureClaims.map(({ enteredBy, weakens, ...claim }) => ({
              ...claim,
              weakens: weakens.length,
              mine: enteredBy === call.person.id,
            })),
            dueMs: examinationDue.getTime(),
            retired: retiredAt !== null,
            history: history.map(({ signedAt, startedAt, ...h }) => ({
              ...h,
              signedAtMs: signedAt.getTime(),
              startedAtMs: startedAt.getTime(),
            })),
            findings: findings.map(({ foundAt, repairBy, ...f }) => ({
              ...f,
              foundAtMs: foundAt.getTime(),
              repairByMs: repairBy?.getTime(),
            })),
            earlier: before !== undefined,
            tags: tags.map(({ raisedAt, ...t }) => ({ ...t, raisedAtMs: raisedAt.getTime() })),
            topUps: topUps.map(({ foundAt, ...t }) => ({ ...t, foundAtMs: foundAt.getTime() })),
          }}
          unfamiliar={unfit.unfamiliar.length > 0}
          zone={call.zone}
          nowMs={call.at.getTime()}
          measures={chrome.display.measures}
          mayInspect={mayAt(call.person, "inspect", unit.siteId)}
          mayRoad={mayAt(call.person, "road", unit.siteId)}
          mayRepair={mayAt(call.person, "repair", unit.siteId)}
          mayConfirm={mayAt(call.person, "confirm_sheet", unit.siteId)}
          mayEdit={mayAt(call.person, "settings", unit.siteId)}
        />
      </MoreWords>
    </Chrome>
  );
}
