"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import { unitsFor } from "@/core/vocabulary/plate-match";
import type { PreparedUnit } from "@/device/local-store";
import { beginHere, preparedUnits } from "@/device/prepared";
import { Button } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { Plate } from "@/kit/plate";
import { ScanCode } from "../scan-code";
import { clock } from "../states";

/** Begins an inspection where there is no signal, of a unit that was kept for whoever is here. */
export function BeginHere({ personId }: { personId: string }) {
  const t = useTranslations();
  const [units, setUnits] = useState<readonly PreparedUnit[]>();
  const [typed, setTyped] = useState("");
  useEffect(() => void preparedUnits(personId).then(setUnits, () => setUnits([])), [personId]);
  if (units === undefined) return null;
  const named = units.map((unit) => ({ unit, plate: unit.walk.plate, serial: unit.serial }));
  const found = unitsFor(typed, named).map(({ unit }) => unit);
  const [first] = units;
  return (
    <section className="mt-8">
      <h2 className="text-[22px] leading-tight font-bold">{t("here.begin")}</h2>
      {first === undefined ? (
        <p className="mt-2 text-ink2">{t("here.nothing")}</p>
      ) : (
        <>
          <p className="mt-1 text-ink2">{lasts(t, first)}</p>
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <label className="flex items-center gap-3">
              <span className="font-semibold">{t("here.find")}</span>
              <input
                type="search"
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
                placeholder={t("units.findHow")}
                autoComplete="off"
                className="min-h-[48px] w-full max-w-64 border-2 border-ink bg-chalk px-3 placeholder:text-ink3"
              />
            </label>
            <ScanCode units={named} onFound={({ unit }) => setTyped(unit.walk.plate)} />
          </div>
          {found.length === 0 ? (
            <p role="status" className="mt-3">
              {t("units.findNone", { typed })}
            </p>
          ) : null}
        </>
      )}
      <ul className="mt-2">
        {found.map((unit) => (
          <Row key={unit.unitId} unit={unit} />
        ))}
      </ul>
    </section>
  );
}

/** How long an inspection begun now can clear: its age counts from what this tablet last heard. */
function lasts(t: ReturnType<typeof useTranslations>, { walk, word, clockOffsetMs }: PreparedUnit): string {
  const until = walk.facts.clearsBeforeMs;
  const [time, late] = [clock(word.atMs, walk.offsetMin), Date.now() + clockOffsetMs < until];
  return late ? t("here.late", { time, until: clock(until, walk.offsetMin) }) : t("here.over", { time });
}

function Row({ unit: { unitId, walk, word } }: { unit: PreparedUnit }) {
  const t = useTranslations();
  const { plate, sheet, facts, offsetMin } = walk;
  const begin = async () => {
    const id = await beginHere(unitId);
    if (id !== undefined) window.location.assign(`/inspect/${id}`);
  };
  return (
    <li className="flex items-center gap-x-4 border-b border-line py-2">
      <span className="w-[92px] shrink-0">
        <Plate>{plate}</Plate>
      </span>
      <span className="min-w-0 flex-1 leading-snug">
        <b>{t(`family.${sheet.family}`)}</b> <span className="block text-ink2">{sheet.model}</span>
        {facts.holds.length === 0 ? null : (
          <span className="block font-semibold">
            <Mark kind="tag_out">
              {t("here.tagged", { time: clock(word.atMs, offsetMin), names: facts.holds.join(", ") })}
            </Mark>
          </span>
        )}
        {facts.operatorAuthorised ? null : <span className="block">{t("here.untrained")}</span>}
      </span>
      <Button
        look="small"
        className="shrink-0"
        aria-label={t("here.beginOf", { plate })}
        onClick={() => void begin()}
      >
        {t("units.inspect")}
      </Button>
    </li>
  );
}
