"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { UnitClocks } from "@/contract/clocks";
import { type ChargerLamp, chargerLamps } from "@/core/vocabulary/charging";
import { OneOf, TextField } from "@/kit/field";
import { Ask, Field, numberIn } from "../ask";
import { day } from "../states";
import { hoursShown } from "./due-words";

/** The charging log of a unit with a battery: hours on charge, water, the charger's lamp. */
export function Charges({
  plate,
  charges,
  longestHours,
  zone,
  mayNote,
}: {
  plate: string;
  charges: UnitClocks["charges"];
  /** The longest a charge should take, by the sheet. */
  longestHours: number | undefined;
  zone: string;
  mayNote: boolean;
}) {
  const t = useTranslations();
  const [typed, setTyped] = useState({ hours: "", water: "", note: "" });
  const [lamp, setLamp] = useState<ChargerLamp>("full");
  const hours = numberIn(typed.hours);
  const isLong = (one: number) => longestHours !== undefined && one > longestHours;
  return (
    <section className="mt-6">
      <h2 className="text-[22px] font-bold">{t("clocks.charges")}</h2>
      <p className="text-ink2">
        {longestHours === undefined
          ? t("clocks.chargesLead")
          : t("clocks.chargesLimit", { hours: longestHours })}
      </p>
      {charges.length === 0 ? <p className="mt-1">{t("units.none")}</p> : null}
      <ul>
        {charges.map((one) => (
          <li key={one.endedMs} className="border-b border-line py-1.5">
            {day(one.endedMs, zone)}: <b>{hoursShown(one.hours)} h</b>, {t(`clocks.lamp.${one.lamp}`)}
            {one.waterL === null || one.waterL === 0
              ? ""
              : `, ${t("clocks.waterShown", { litres: one.waterL })}`}
            {one.note === null || one.note === "" ? "" : `, “${one.note}”`}, {one.by}
            {isLong(one.hours) ? <b className="block text-tag">{t("clocks.longCharge")}</b> : null}
          </li>
        ))}
      </ul>
      {mayNote ? (
        <div className="mt-3">
          <Ask
            path={`/api/units/${encodeURIComponent(plate)}/charges`}
            make={() => ({
              body: {
                ...{ id: crypto.randomUUID(), hours, lamp, waterL: numberIn(typed.water) ?? null },
                note: typed.note,
              },
            })}
            ready={hours !== undefined && hours > 0}
            done={() => setTyped({ hours: "", water: "", note: "" })}
            words={t("inspect.record")}
          >
            <Field words={t("clocks.onCharge")}>
              <TextField
                inputMode="decimal"
                value={typed.hours}
                maxLength={6}
                onChange={(event) => setTyped((was) => ({ ...was, hours: event.target.value }))}
              />
            </Field>
            <Field words={t("clocks.water")}>
              <TextField
                inputMode="decimal"
                value={typed.water}
                maxLength={6}
                onChange={(event) => setTyped((was) => ({ ...was, water: event.target.value }))}
              />
            </Field>
            <div>
              <span className="font-semibold">{t("clocks.lampWords")}</span>
              <div className="mt-1">
                <OneOf
                  legend={t("clocks.lampWords")}
                  value={lamp}
                  options={chargerLamps.map((one) => [one, t(`clocks.lamp.${one}`)] as const)}
                  onChange={setLamp}
                />
              </div>
            </div>
            <Field words={t("clocks.note")}>
              <TextField
                value={typed.note}
                maxLength={400}
                onChange={(event) => setTyped((was) => ({ ...was, note: event.target.value }))}
              />
            </Field>
          </Ask>
        </div>
      ) : null}
    </section>
  );
}
