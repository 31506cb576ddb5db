import { useTranslations } from "next-intl";
import type { UnitClocks } from "@/contract/clocks";
import { stripWeeks } from "@/core/periodic/strip";
import type { JobHours } from "@/core/sheet/job-hours";
import { Weeks } from "@/kit/weeks";
import { day } from "../states";
import { UnitHead } from "../unit/unit-head";
import { Charges } from "./charges";
import { Claims } from "./claims";
import { DueMark, DueWords, hoursShown } from "./due-words";
import { intervalWords } from "./interval-words";
import { JobForm } from "./job-form";
import { Meter } from "./meter";
import { ProgrammeForm } from "./programme-form";
import { SlotForm } from "./slot-form";
import { WeeksKey } from "./weeks-key";

/** The clocks of one unit: what falls due in the next three months, by what, and what was done last. */
export function UnitClocksView({
  plate,
  clocks,
  ofSheet,
  alike,
  greasing,
  battery,
  longestCharge,
  people,
  zone,
  me,
  may,
}: {
  plate: string;
  clocks: UnitClocks;
  ofSheet: JobHours;
  /** Plates of the units of its model at its site, this one among them. */
  alike: readonly string[];
  /** Strokes of the grease gun at each of so many points, where the sheet says. */
  greasing: { readonly strokes: number; readonly points: number } | undefined;
  battery: boolean;
  /** Who of the site could do a job. */
  people: readonly { readonly id: string; readonly name: string }[];
  longestCharge: number | undefined;
  zone: string;
  me: string;
  may: Readonly<Record<"read" | "maintain" | "examine" | "set" | "confirm", boolean>>;
}) {
  const t = useTranslations();
  const programmes = clocks.clocks.flatMap(({ programme }) => (programme === undefined ? [] : [programme]));
  return (
    <div className="p-4 md:p-6">
      <UnitHead plate={plate} title={t("clocks.title")} />
      <p className="mt-2 max-w-[80ch] text-ink2">{t("clocks.lead", { weeks: stripWeeks })}</p>
      <ul className="mt-3">
        {clocks.clocks.map((clock) => (
          <li key={clock.job} className="border-b border-line py-2">
            <div className="grid items-center gap-x-6 gap-y-1 lg:grid-cols-[260px_auto_1fr_150px]">
              <span className="leading-snug">
                <b className="text-[19px]">{t(`job.${clock.job}`)}</b>
                {clock.programme === undefined ? null : (
                  <span className="block text-ink2">
                    {intervalWords(t, clock.programme)}. {clock.programme.source}
                  </span>
                )}
                {clock.job === "grease" && greasing !== undefined ? (
                  <span className="block font-semibold">{t("clocks.greasing", greasing)}</span>
                ) : null}
              </span>
              <Weeks weeks={clock.strip} />
              <span className="leading-snug">
                <DueWords clock={clock} zone={clock.job === "examination" ? "UTC" : zone} />
                {clock.last === undefined ? (
                  clock.job === "examination" ? null : (
                    <span className="block text-ink2">{t("clocks.never")}</span>
                  )
                ) : (
                  <span className="block text-ink2">
                    {t("clocks.last", { day: day(clock.last.onMs, zone), by: clock.last.by })}
                    {clock.last.meterHours === null ? "" : `, ${hoursShown(clock.last.meterHours)} h`}
                    {clock.last.document === "" ? "" : `, ${clock.last.document}`}
                    {clock.last.documentId === null ? null : (
                      <>
                        {" "}
                        <a
                          className="inline-grid min-h-[48px] content-center underline"
                          href={`/api/units/${encodeURIComponent(plate)}/documents/${clock.last.documentId}`}
                        >
                          {t("clocks.openDocument")}
                        </a>
                      </>
                    )}
                  </span>
                )}
              </span>
              <DueMark state={clock.state} />
            </div>
            {(clock.job === "examination" ? may.examine : may.maintain) ? (
              <div className="flex flex-wrap gap-x-8">
                <details className="min-w-[280px] flex-1">
                  <summary className="min-h-[48px] cursor-pointer py-3 font-semibold">
                    {t("clocks.recordJob")}
                  </summary>
                  <JobForm plate={plate} job={clock.job} byHours={clock.programme?.hours != null} />
                </details>
                <details className="min-w-[280px] flex-1">
                  <summary className="min-h-[48px] cursor-pointer py-3 font-semibold">
                    {t("clocks.giveDay")}
                  </summary>
                  <SlotForm plate={plate} clock={clock} people={people} />
                </details>
              </div>
            ) : null}
          </li>
        ))}
      </ul>
      <WeeksKey />
      {clocks.claims.length > 0 && may.confirm ? (
        <section className="mt-6">
          <h2 className="text-[22px] font-bold">{t("clocks.claims")}</h2>
          <Claims plate={plate} claims={clocks.claims} me={me} />
        </section>
      ) : null}
      <div className="grid gap-x-10 lg:grid-cols-2">
        <div>
          <Meter plate={plate} clocks={clocks} zone={zone} mayRead={may.read} mayVoid={may.maintain} />
          {may.set ? (
            <details className="mt-6">
              <summary className="min-h-[48px] cursor-pointer py-3 text-[22px] font-bold">
                {t("clocks.programmes")}
              </summary>
              <p className="mb-2 max-w-[70ch] text-ink2">{t("clocks.programmesLead")}</p>
              <ProgrammeForm plate={plate} now={programmes} ofSheet={ofSheet} alike={alike} />
            </details>
          ) : null}
        </div>
        {battery ? (
          <Charges
            plate={plate}
            charges={clocks.charges}
            longestHours={longestCharge}
            zone={zone}
            mayNote={may.read}
          />
        ) : null}
      </div>
    </div>
  );
}
