"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { Problem } from "@/kit/problem";
import { send } from "../send";

/** The address of the site's calendar of periodic jobs: made anew, and shown once. */
export function Calendar({ siteId }: { siteId: string }) {
  const t = useTranslations();
  const [made, setMade] = useState<string>();
  const [problem, setProblem] = useState("");
  const make = async () => {
    const sent = await send<{ path: string }>(`/api/sites/${encodeURIComponent(siteId)}/calendar`, {});
    setProblem(sent.ok ? "" : sent.detail);
    if (sent.ok) setMade(`${window.location.origin}${sent.data.path}`);
  };
  return (
    <section>
      <h2 className="text-[22px] font-bold">{t("clocks.calendar")}</h2>
      <p className="max-w-[70ch] text-ink2">{t("clocks.calendarLead")}</p>
      <Button look="small" className="mt-3" onClick={() => void make()}>
        {t("clocks.calendarNew")}
      </Button>
      {made === undefined ? null : (
        <p role="status" className="mt-3 max-w-[920px] border-[2.5px] border-ink p-3">
          <b className="block text-[19px] break-all select-all">{made}</b>
          {t("clocks.calendarOnce")}
        </p>
      )}
      <Problem className="mt-3">{problem}</Problem>
    </section>
  );
}
