"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import { unitsFor } from "@/core/vocabulary/plate-match";
import type { PreparedUnit } from "@/device/local-store";
import { beginHere, canClear, preparedUnits } from "@/device/prepared";
import { Button } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { Plate } from "@/kit/plate";
import { clock } from "../states";
import { UnitSearch } from "../unit/unit-search";

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
          <div className="mt-3">
            <UnitSearch
              units={named}
              typed={typed}
              onType={setTyped}
              onScan={({ plate }) => setTyped(plate)}
            />
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
function lasts(t: ReturnType<typeof useTranslations>, unit: PreparedUnit): string {
  const { word, walk } = unit;
  const time = clock(word.atMs, walk.zone);
  return canClear(unit.walk.facts, unit, Date.now())
    ? t("here.late", { time, until: clock(walk.facts.clearsBeforeMs, walk.zone) })
    : t("here.over", { time });
}

function Row({ unit: { unitId, walk, word } }: { unit: PreparedUnit }) {
  const t = useTranslations();
  const { plate, sheet, facts, zone } = walk;
  const begin = async () => {
    const id = await beginHere(unitId);
    if (id !== undefined) window.location.assign(`/inspect/${id}`);
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line py-2">
      <span className="w-[92px] shrink-0">
        <Plate>{plate}</Plate>
      </span>
      <span className="min-w-28 flex-1 leading-snug">
        <b>{t(`family.${sheet.family}`)}</b> <span className="block text-ink2">{sheet.model}</span>
        {facts.holds.length === 0 ? null : (
          <span className="block font-semibold">
            <Mark kind="tag_out">
              {t("here.tagged", { time: clock(word.atMs, zone), names: facts.holds.join(", ") })}
            </Mark>
          </span>
        )}
        {facts.operatorAuthorised ? null : <span className="block">{t("here.untrained")}</span>}
        {facts.unfamiliar === 0 ? null : <span className="block">{t("here.unfamiliar")}</span>}
      </span>
      <Button
        look="small"
        className="ml-auto shrink-0"
        aria-label={`${t("units.inspect")}, ${plate}`}
        onClick={() => void begin()}
      >
        {t("units.inspect")}
      </Button>
    </li>
  );
}
