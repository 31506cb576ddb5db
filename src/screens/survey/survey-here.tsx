"use client";
import { useTranslations } from "next-intl";
import { useCallback, useEffect, useState } from "react";
import { sheetOfUnit } from "@/core/sheet/overrides";
import { present } from "@/device/present";
import { surveysPrepared } from "@/device/surveys";
import { useDisplay } from "../chrome/display";
import { HomeLink } from "../chrome/home-link";
import { SignIn } from "../sign-in/sign-in";
import { clock } from "../states";
import { TagOut } from "../tagging/tag-out";
import { type SurveyPage, SurveyView } from "./survey-view";

const plateHere = (): string => decodeURIComponent(window.location.pathname.split("/").at(-2) ?? "");

type Opened =
  | { readonly kind: "signed_out" }
  | { readonly kind: "none"; readonly plate: string }
  | { readonly kind: "open"; readonly page: Omit<SurveyPage, "measures">; readonly asOfMs: number };

/** The survey of the unit that the address names, from what this device keeps for whoever is at it. */
export function SurveyHere() {
  const t = useTranslations();
  const { measures } = useDisplay();
  const [opened, setOpened] = useState<Opened>();
  const open = useCallback(async () => setOpened(await openedSurvey(plateHere())), []);
  useEffect(() => void open(), [open]);
  if (opened?.kind === "signed_out") return <SignIn onHere={() => void open()} />;
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex min-h-[56px] items-center gap-4 border-b-2 border-ink px-3 md:px-5">
        <HomeLink />
        <TagOut />
        {opened?.kind === "open" ? (
          <span className="text-ink2">
            {t("survey.keptAsOf", { time: clock(opened.asOfMs, opened.page.zone) })}
          </span>
        ) : null}
      </header>
      <main aria-live="polite">
        {opened === undefined ? null : opened.kind === "none" ? (
          <p className="p-6 text-[20px]">{t("survey.notKeptHere", { plate: opened.plate })}</p>
        ) : (
          <SurveyView page={{ ...opened.page, measures }} />
        )}
      </main>
    </div>
  );
}

async function openedSurvey(plate: string): Promise<Opened> {
  if (present() === undefined) return { kind: "signed_out" };
  const kept = await surveysPrepared();
  const unit = kept?.data.units.find((one) => one.plate === plate);
  const site = kept?.data.sites.find(({ siteId }) => siteId === unit?.siteId);
  const sheet = unit && kept?.data.sheets[unit.sheetId];
  if (kept === undefined || unit === undefined || site === undefined || sheet === undefined)
    return { kind: "none", plate };
  const { rules, zone, neededAt, drills, siteId, figures } = unit;
  return {
    kind: "open",
    asOfMs: kept.data.atMs,
    page: {
      walk: new URLSearchParams(window.location.search).get("walk") ?? undefined,
      ...{ plate, siteId, rules, zone, neededAt, drills },
      ...{ places: site.places, loads: site.loads, mayDraw: site.mayDraw },
      sheet: sheetOfUnit(sheet, figures),
      personId: kept.personId,
      name: kept.data.name,
      nowMs: Date.now() + kept.clockOffsetMs,
    },
  };
}
