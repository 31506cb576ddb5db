"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { NeededWork } from "@/core/shift/needed-work";
import { CheckBox } from "@/kit/check-box";
import { OneOf, TextField } from "@/kit/field";
import { Ask, Field, type Made, NamedField, numberIn } from "../ask";

/** A crew's need as it stands. */
export interface Need {
  readonly id: string;
  readonly shiftId: string;
  readonly unitId: string | null;
  readonly plate: string | null;
  readonly crew: string;
  readonly place: string;
  readonly inspectorId: string | null;
  readonly inspector: string | null;
  readonly work: NeededWork | null;
  readonly days: number;
  readonly onDay: string | null;
  readonly moveMin: number;
}

const nobody = "";
const everyDay = 127;
const figures = ["handsM", "outM", "persons", "itemsKg", "doorW", "doorH", "floorKg"] as const;
type Figures = Readonly<Record<(typeof figures)[number], string>>;

const typedFrom = (work: NeededWork | null): Figures => {
  const words = (value: number | undefined) => (value === undefined ? "" : `${value}`);
  return {
    handsM: words(work?.handsM),
    outM: words(work?.outM ?? 0),
    persons: words(work?.persons ?? 1),
    itemsKg: words(work?.itemsKg ?? 0),
    doorW: words(work?.door?.widthM),
    doorH: words(work?.door?.heightM),
    floorKg: words(work?.floorPointLoadKg),
  };
};

/** The figures as work; undefined where one of them is no number. */
function workOf(
  typed: Figures,
  under: NeededWork["under"],
  before: NeededWork | null,
): NeededWork | undefined {
  const [handsM, outM, persons, itemsKg] = [typed.handsM, typed.outM, typed.persons, typed.itemsKg].map(
    numberIn,
  );
  const optional = [typed.doorW, typed.doorH, typed.floorKg].map((one) =>
    one.trim() === "" ? null : numberIn(one),
  );
  const [widthM, heightM, floorPointLoadKg] = optional;
  if (handsM === undefined || outM === undefined || persons === undefined || itemsKg === undefined)
    return undefined;
  if (widthM === undefined || heightM === undefined || floorPointLoadKg === undefined) return undefined;
  // A door has both its figures.
  if ((widthM === null) !== (heightM === null)) return undefined;
  return {
    ...(before?.families === undefined ? {} : { families: before.families }),
    ...{ handsM, outM, persons, itemsKg, under },
    ...(widthM === null || heightM === null ? {} : { door: { widthM, heightM } }),
    ...(floorPointLoadKg === null ? {} : { floorPointLoadKg }),
  };
}

/** What a crew needs, typed: its usual unit, what the work asks, the days, how far it is. */
export function NeedForm({
  path,
  shiftId,
  need,
  units,
  inspectors,
  done,
}: {
  path: string;
  shiftId: string;
  /** The one that is changed; left out: a new one. */
  need?: Need;
  /** Units no other crew of the shift has. */
  units: readonly { readonly id: string; readonly plate: string }[];
  inspectors: readonly { readonly id: string; readonly name: string }[];
  done: () => void;
}) {
  const t = useTranslations("needs");
  const [typed, setTyped] = useState({
    crew: need?.crew ?? "",
    place: need?.place ?? "",
    moveMin: `${need?.moveMin ?? 0}`,
  });
  const [unitId, setUnit] = useState(need === undefined ? (units[0]?.id ?? nobody) : (need.unitId ?? nobody));
  const [inspectorId, setInspector] = useState(need?.inspectorId ?? nobody);
  const [says, setSays] = useState(need?.work != null);
  const [asked, setAsked] = useState(typedFrom(need?.work ?? null));
  const [under, setUnder] = useState<NeededWork["under"]>(need?.work?.under ?? "roof");
  const [days, setDays] = useState(need?.days ?? everyDay);
  const [onDay, setOnDay] = useState(need?.onDay ?? "");
  // Without a unit the work has to say which.
  const withWork = says || unitId === nobody;
  const make = (): Made => {
    const work = withWork ? workOf(asked, under, need?.work ?? null) : null;
    const moveMin = numberIn(typed.moveMin);
    if (work === undefined || moveMin === undefined) return { problem: t("badNumber") };
    return {
      body: {
        ...(need === undefined ? {} : { id: need.id }),
        ...{ shiftId, crew: typed.crew, place: typed.place, work, days, moveMin },
        unitId: unitId === nobody ? null : unitId,
        inspectorId: inspectorId === nobody ? null : inspectorId,
        onDay: onDay === "" ? null : onDay,
      },
    };
  };
  const own = need?.unitId == null || need.plate === null ? [] : [{ id: need.unitId, plate: need.plate }];
  return (
    <Ask
      path={path}
      method="PUT"
      make={make}
      ready={typed.crew.trim() !== "" && typed.place.trim() !== "" && days > 0}
      done={done}
      words={t(need === undefined ? "addAny" : "saveAny")}
    >
      <NamedField
        words={t("usual")}
        value={unitId}
        options={[
          ...[...own, ...units].map(({ id, plate }) => ({ id, name: plate })),
          { id: nobody, name: t("none") },
        ]}
        onPick={setUnit}
      />
      <NamedField
        words={t("usually")}
        value={inspectorId}
        options={[{ id: nobody, name: "–" }, ...inspectors]}
        onPick={setInspector}
      />
      {(["crew", "place"] as const).map((name) => (
        <Field key={name} words={t(name)}>
          <TextField
            value={typed[name]}
            maxLength={80}
            onChange={({ target }) => setTyped((was) => ({ ...was, [name]: target.value }))}
          />
        </Field>
      ))}
      <Field words={t("moveMin")}>
        <TextField
          value={typed.moveMin}
          inputMode="numeric"
          onChange={({ target }) => setTyped((was) => ({ ...was, moveMin: target.value }))}
        />
      </Field>
      <Field words={t("oneDay")}>
        <TextField type="date" value={onDay} onChange={({ target }) => setOnDay(target.value)} />
      </Field>
      <fieldset className="flex flex-wrap gap-x-4 md:col-span-2" disabled={onDay !== ""}>
        <legend className="font-semibold">{t("days")}</legend>
        {(["0", "1", "2", "3", "4", "5", "6"] as const).map((day) => (
          <CheckBox
            key={day}
            checked={(days & (1 << Number(day))) !== 0}
            onCheck={() => setDays((was) => was ^ (1 << Number(day)))}
          >
            {t(`weekday.${day}`)}
          </CheckBox>
        ))}
      </fieldset>
      <CheckBox checked={withWork} onCheck={setSays} className="md:col-span-2">
        {t("says")}
      </CheckBox>
      {withWork ? (
        <>
          <div>
            <p className="mb-1 font-semibold">{t("under")}</p>
            <OneOf
              legend={t("under")}
              value={under}
              options={[
                ["roof", t("roof")],
                ["open_sky", t("openSky")],
              ]}
              onChange={setUnder}
            />
          </div>
          {figures.map((figure) => (
            <Field key={figure} words={t(figure)}>
              <TextField
                value={asked[figure]}
                inputMode="decimal"
                onChange={({ target }) => setAsked((was) => ({ ...was, [figure]: target.value }))}
              />
            </Field>
          ))}
        </>
      ) : null}
    </Ask>
  );
}
