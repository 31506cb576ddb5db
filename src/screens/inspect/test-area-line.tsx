import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import { type TestArea, testAreaOf } from "@/device/survey/test-area";
import { buttonLook } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { clock } from "../states";
import { verdictMark } from "../survey/sum-list";

/** Before the first function test: the test area worked out on the plan of the place, and what came of it on this device. */
export function TestAreaLine({ plate, walk, zone }: { plate: string; walk: string; zone: string }) {
  const t = useTranslations("survey");
  const [area, setArea] = useState<TestArea>();
  useEffect(() => setArea(testAreaOf(plate, Date.now())), [plate]);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3">
      <a
        href={`/units/${encodeURIComponent(plate)}/survey?walk=${encodeURIComponent(walk)}`}
        className={buttonLook("small")}
      >
        {t("testArea")}
      </a>
      {area === undefined ? null : (
        <Mark kind={verdictMark[area.verdict]}>
          {t(`testAreaIs.${area.verdict}`, { place: area.place, time: clock(area.untilMs, zone) })}
        </Mark>
      )}
    </div>
  );
}
