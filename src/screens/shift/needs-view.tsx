"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import { Problem } from "@/kit/problem";
import { send } from "../send";
import { ImportNeeds } from "./import-needs";
import { type Need, NeedForm } from "./need-form";

interface NeedsProps {
  readonly siteId: string;
  readonly shifts: readonly { readonly id: string; readonly startsMin: number }[];
  readonly needs: readonly Need[];
  readonly units: readonly { readonly id: string; readonly plate: string }[];
  readonly inspectors: readonly { readonly id: string; readonly name: string }[];
  readonly mayChange: boolean;
  readonly zone: string;
}

/** What each shift needs: which crew, what for, where and on which days. */
export function NeedsView(props: NeedsProps) {
  const t = useTranslations();
  return (
    <div className="p-4 md:p-6">
      <Link href="/shift" className="inline-grid min-h-[48px] place-items-center underline">
        {t("needs.back")}
      </Link>
      <h1 className="text-[28px] leading-none font-bold">{t("needs.title")}</h1>
      <p className="mt-2 max-w-[80ch] text-ink2">{t("needs.lead")}</p>
      {props.shifts.map((shift) => (
        <OneShift key={shift.id} {...props} shift={shift} />
      ))}
      {props.mayChange ? (
        <ImportNeeds
          path={`/api/sites/${encodeURIComponent(props.siteId)}/needs`}
          known={{
            shifts: props.shifts.map(({ id }) => id),
            ...{ units: props.units, inspectors: props.inspectors, needs: props.needs },
          }}
          shifts={props.shifts}
          zone={props.zone}
        />
      ) : null}
    </div>
  );
}

function OneShift({
  siteId,
  shift,
  needs,
  units,
  inspectors,
  mayChange,
}: NeedsProps & { shift: NeedsProps["shifts"][number] }) {
  const t = useTranslations();
  const router = useRouter();
  const path = `/api/sites/${encodeURIComponent(siteId)}/needs`;
  const own = needs.filter(({ shiftId }) => shiftId === shift.id);
  const free = units.filter(({ id }) => !own.some(({ unitId }) => unitId === id));
  const [changed, setChanged] = useState<Need>();
  const [adds, setAdds] = useState(false);
  const [problem, setProblem] = useState("");
  const drop = async (id: string) => {
    const answer = await send(path, { id }, "DELETE");
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
  };
  const hours = `${Math.floor(shift.startsMin / 60)}`.padStart(2, "0");
  const minutes = `${shift.startsMin % 60}`.padStart(2, "0");
  return (
    <section className="mt-6">
      <h2 className="text-[22px] font-bold">
        {t("shift.starts", { shift: t(`shift.${shift.id}`), time: `${hours}:${minutes}` })}
      </h2>
      {own.length === 0 ? <p className="text-ink2">{t("shift.none")}</p> : null}
      <ul>
        {own.map((need) => (
          <li
            key={need.id}
            className="flex min-h-[60px] flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-1.5"
          >
            {need.plate === null ? null : <Plate>{need.plate}</Plate>}
            <span className="min-w-[200px] flex-1 leading-snug">
              <b>
                {need.place}, {need.crew}
              </b>
              <span className="block text-ink2">
                <NeedWords need={need} />
              </span>
            </span>
            {mayChange ? (
              <span className="flex gap-2">
                <Button
                  look="small"
                  aria-label={`${t("needs.change")}: ${need.plate ?? need.crew}`}
                  onClick={() => {
                    setAdds(false);
                    setChanged(need);
                  }}
                >
                  {t("needs.change")}
                </Button>
                <Button
                  look="small"
                  aria-label={`${t("needs.drop")}: ${need.plate ?? need.crew}`}
                  onClick={() => void drop(need.id)}
                >
                  {t("needs.drop")}
                </Button>
              </span>
            ) : null}
          </li>
        ))}
      </ul>
      <Problem className="mt-2">{problem}</Problem>
      {mayChange && changed === undefined && !adds ? (
        <Button look="small" className="mt-3" onClick={() => setAdds(true)}>
          {t("needs.addNeed")}
        </Button>
      ) : null}
      {mayChange && (changed !== undefined || adds) ? (
        <div className="mt-3 border-[2.5px] border-ink p-4">
          <NeedForm
            key={changed?.id ?? "new"}
            path={path}
            shiftId={shift.id}
            need={changed}
            units={free}
            inspectors={inspectors}
            done={() => {
              setChanged(undefined);
              setAdds(false);
            }}
          />
        </div>
      ) : null}
    </section>
  );
}

const weekdays = ["0", "1", "2", "3", "4", "5", "6"] as const;
const everyDay = 127;

/** What is said of a need besides crew and place: what the work asks, on which days, who inspects. */
function NeedWords({ need: { work, days, onDay, inspector } }: { need: Need }) {
  const t = useTranslations();
  const parts = [
    ...(work === null
      ? []
      : [
          t("needs.asks", { hands: work.handsM, out: work.outM }),
          t(work.under === "roof" ? "needs.roof" : "needs.openSky"),
        ]),
    ...(onDay !== null
      ? [onDay]
      : days === everyDay
        ? []
        : [
            weekdays
              .filter((day) => days & (1 << Number(day)))
              .map((day) => t(`needs.weekday.${day}`))
              .join(" "),
          ]),
    inspector === null ? t("shift.nobody") : t("shift.inspector", { name: inspector }),
  ];
  return <>{parts.join(" · ")}</>;
}
