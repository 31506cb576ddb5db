"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { UnitClocks } from "@/contract/clocks";
import { Button } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Mark } from "@/kit/mark";
import { Ask, Field, numberIn } from "../ask";
import { send } from "../send";
import { day, dayAndClock } from "../states";
import { hoursShown } from "./due-words";

/** What the hour meter says, how the unit is used, and the readings that are questioned. */
export function Meter({
  plate,
  clocks,
  zone,
  mayRead,
  mayVoid,
}: {
  plate: string;
  clocks: Pick<UnitClocks, "meter" | "usage" | "questioned" | "readings">;
  zone: string;
  mayRead: boolean;
  mayVoid: boolean;
}) {
  const t = useTranslations();
  const { meter, usage, questioned, readings } = clocks;
  const [hours, setHours] = useState("");
  const base = `/api/units/${encodeURIComponent(plate)}`;
  return (
    <section className="mt-6">
      <h2 className="text-[22px] font-bold">{t("clocks.meter")}</h2>
      {meter === undefined ? <p>{t("clocks.noMeter")}</p> : null}
      {meter?.machineHours === undefined ? null : (
        <p className="text-[19px]">
          {t("clocks.ran", { hours: hoursShown(meter.machineHours), when: dayAndClock(meter.readMs, zone) })}{" "}
          {meter.shows !== meter.machineHours
            ? t("clocks.shows", { hours: hoursShown(meter.shows ?? 0) })
            : ""}
        </p>
      )}
      {usage === undefined ? null : (
        <p className="text-ink2">
          {t("clocks.usage", {
            ...{
              hours: hoursShown(usage.hoursPerWeek),
              spread: hoursShown(usage.spread),
              weeks: usage.weeks,
            },
          })}
        </p>
      )}
      {meter !== undefined && meter.machineHours === undefined ? (
        <p className="mt-2 border-[2.5px] border-tag p-3 font-semibold">{t("clocks.notBelieved")}</p>
      ) : null}
      {meter?.mayBeDead ? (
        <p className="mt-2 border-[2.5px] border-ink p-3 font-semibold">{t("clocks.dead")}</p>
      ) : null}
      {questioned.length === 0 ? null : (
        <>
          <h3 className="mt-3 text-[19px] font-bold">{t("clocks.questioned")}</h3>
          <ul>
            {questioned.map((one) => (
              <Questioned key={one.id} one={one} base={base} zone={zone} mayVoid={mayVoid} />
            ))}
          </ul>
        </>
      )}
      {readings.length === 0 ? null : (
        <p className="mt-2 text-ink2">
          {t("clocks.lately", {
            list: readings
              .slice(0, 6)
              .map(({ atMs, hours: read }) => `${day(atMs, zone)} ${hoursShown(read)} h`)
              .join("; "),
          })}
        </p>
      )}
      {mayRead ? (
        <div className="mt-3">
          <Ask
            path={`${base}/hours`}
            make={() => ({ body: { id: crypto.randomUUID(), hours: numberIn(hours) } })}
            ready={numberIn(hours) !== undefined}
            done={() => setHours("")}
            words={t("clocks.read")}
          >
            <Field words={t("clocks.readNow")}>
              <TextField
                inputMode="decimal"
                value={hours}
                maxLength={9}
                onChange={(event) => setHours(event.target.value)}
              />
            </Field>
          </Ask>
        </div>
      ) : null}
    </section>
  );
}

function Questioned({
  one,
  base,
  zone,
  mayVoid,
}: {
  one: UnitClocks["questioned"][number];
  base: string;
  zone: string;
  mayVoid: boolean;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [why, setWhy] = useState("");
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState("");
  const takeBack = async () => {
    const answer = await send(`${base}/hours/${one.id}`, { why }, "DELETE");
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
  };
  return (
    <li className="flex min-h-[48px] flex-wrap items-center gap-3 border-b border-line py-1.5">
      <span>
        {dayAndClock(one.atMs, zone)}: <b>{hoursShown(one.hours)} h</b>
      </span>
      <Mark kind="watch">{t(`clocks.why.${one.why}`)}</Mark>
      {mayVoid && !open ? (
        <Button look="small" onClick={() => setOpen(true)}>
          {t("clocks.void")}
        </Button>
      ) : null}
      {open ? (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void takeBack();
          }}
        >
          <Field words={t("clocks.voidWhy")}>
            <TextField value={why} maxLength={400} onChange={(event) => setWhy(event.target.value)} />
          </Field>
          <Button look="small" type="submit" disabled={why.trim().length < 3}>
            {t("clocks.void")}
          </Button>
        </form>
      ) : null}
      {problem === "" ? null : <span role="alert">{problem}</span>}
    </li>
  );
}
