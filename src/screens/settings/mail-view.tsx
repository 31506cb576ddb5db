"use client";
import { useLocale, useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { CheckBox } from "@/kit/check-box";
import { TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { send } from "../send";

export interface MailChosen {
  readonly address: string;
  readonly digest: boolean;
  readonly tag: boolean;
  readonly quiet: { readonly fromMin: number; readonly untilMin: number } | null;
}

const timeOf = (minutes: number) =>
  `${`${Math.floor(minutes / 60)}`.padStart(2, "0")}:${`${minutes % 60}`.padStart(2, "0")}`;
const minutesOf = (time: string): number | undefined => {
  const [hours, minutes] = time.split(":").map(Number);
  return hours === undefined || minutes === undefined ? undefined : hours * 60 + minutes;
};

/** What somebody is told by mail, where and when not; and the address of their own calendar. */
export function MailView({ chosen, sends }: { chosen: MailChosen | undefined; sends: boolean }) {
  const t = useTranslations("mail");
  const language = useLocale();
  const [address, setAddress] = useState(chosen?.address ?? "");
  const [kinds, setKinds] = useState({ digest: chosen?.digest ?? true, tag: chosen?.tag ?? true });
  const [quiet, setQuiet] = useState({
    from: chosen?.quiet == null ? "" : timeOf(chosen.quiet.fromMin),
    until: chosen?.quiet == null ? "" : timeOf(chosen.quiet.untilMin),
  });
  const [said, setSaid] = useState("");
  const [problem, setProblem] = useState("");
  const tell = async (words: string, answer: Promise<{ ok: boolean; detail?: string }>) => {
    const { ok, detail } = await answer;
    setSaid(ok ? words : "");
    setProblem(ok ? "" : (detail ?? ""));
    return ok;
  };
  const [fromMin, untilMin] = [minutesOf(quiet.from), minutesOf(quiet.until)];
  return (
    <div className="grid gap-8 p-4 md:p-5">
      <section className="max-w-[640px]">
        <h1 className="text-[28px] leading-none font-bold">{t("title")}</h1>
        <p className="mt-2 text-ink2">{t("lead")}</p>
        {sends ? null : <p className="mt-2 font-semibold">{t("none")}</p>}
        <form
          className="mt-3 grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void tell(
              t("saved"),
              send(
                "/api/mail",
                {
                  ...{ address: address.trim(), ...kinds, language },
                  quiet: fromMin === undefined || untilMin === undefined ? null : { fromMin, untilMin },
                },
                "PUT",
              ),
            );
          }}
        >
          <label className="grid gap-1">
            {t("address")}
            <TextField type="email" required value={address} onChange={(e) => setAddress(e.target.value)} />
          </label>
          {(["digest", "tag"] as const).map((kind) => (
            <CheckBox
              key={kind}
              checked={kinds[kind]}
              onCheck={(checked) => setKinds({ ...kinds, [kind]: checked })}
            >
              {t(kind)}
            </CheckBox>
          ))}
          <fieldset className="flex flex-wrap items-center gap-2">
            <legend>{t("quiet")}</legend>
            <TextField
              type="time"
              aria-label={t("quiet")}
              className="w-auto!"
              value={quiet.from}
              onChange={(e) => setQuiet({ ...quiet, from: e.target.value })}
            />
            {t("and")}
            <TextField
              type="time"
              aria-label={t("and")}
              className="w-auto!"
              value={quiet.until}
              onChange={(e) => setQuiet({ ...quiet, until: e.target.value })}
            />
          </fieldset>
          <p className="text-ink2">{t("quietHelp")}</p>
          <div className="flex flex-wrap gap-3">
            <Button type="submit" look="small">
              {t("save")}
            </Button>
            <Button
              look="small"
              onClick={async () => {
                if (await tell(t("saved"), send("/api/mail", {}, "DELETE"))) setAddress("");
              }}
            >
              {t("stop")}
            </Button>
          </div>
        </form>
        <p role="status" className="mt-2 font-semibold">
          {said}
        </p>
        <Problem className="mt-2">{problem}</Problem>
      </section>
      <OwnCalendar />
    </div>
  );
}

function OwnCalendar() {
  const t = useTranslations("mail");
  const [path, setPath] = useState("");
  const [problem, setProblem] = useState("");
  return (
    <section className="max-w-[640px]">
      <h2 className="text-[22px] font-bold">{t("calendar")}</h2>
      <p className="text-ink2">{t("calendarLead")}</p>
      <Button
        look="small"
        className="mt-3"
        onClick={async () => {
          const answer = await send<{ path: string }>("/api/calendar/own", {});
          setProblem(answer.ok ? "" : answer.detail);
          if (answer.ok) setPath(answer.data?.path ?? "");
        }}
      >
        {t("calendarNew")}
      </Button>
      {path === "" ? null : (
        <p className="mt-3 border-2 border-ink p-3">
          {t("calendarOnce")} <code className="block break-all">{`${window.location.origin}${path}`}</code>
        </p>
      )}
      <Problem className="mt-2">{problem}</Problem>
    </section>
  );
}
