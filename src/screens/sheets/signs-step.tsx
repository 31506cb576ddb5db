import { useTranslations } from "next-intl";
import { applies } from "@/core/sheet/read";
import type { SheetLampSays } from "@/core/sheet/sheet";
import {
  type LampLook,
  lampActs,
  lampIds,
  lampLooks,
  lamps,
  patterns,
  soundIds,
  sounds,
} from "@/core/vocabulary/signs";
import { SelectField, TextField } from "@/kit/field";
import { row } from "./built-steps";
import { withEntry } from "./draft";
import type { StepProps } from "./step";

const colours = ["red", "amber", "green", "blue", "white"] as const;
const lampPlaces = ["ground", "platform", "chassis"] as const;

/** Lamps with place, colour and the maker's shape in words; alarms with their pattern. */
export function SignsStep({ sheet, readOnly, onChange }: StepProps) {
  const t = useTranslations();
  return (
    <div>
      {lampIds
        .filter((id) => applies(sheet, lamps[id]))
        .map((id) => {
          const lamp = sheet.lamps?.[id];
          const set = (change: Partial<NonNullable<typeof lamp>>) =>
            onChange(
              withEntry(sheet, "lamps", id, {
                at: "platform",
                colour: "red",
                shape: "-",
                ...lamp,
                ...change,
              }),
            );
          return (
            <fieldset key={id} disabled={readOnly} className={`${row} md:grid-cols-[170px_150px_120px_1fr]`}>
              <legend className="sr-only">{t(`lamp.${id}`)}</legend>
              <b>{t(`lamp.${id}`)}</b>
              <SelectField
                aria-label={`${t(`lamp.${id}`)}: ${t("sheets.at")}`}
                value={lamp?.at ?? ""}
                onChange={(event) =>
                  event.target.value === ""
                    ? onChange(withEntry(sheet, "lamps", id, undefined))
                    : set({ at: event.target.value as (typeof lampPlaces)[number] })
                }
              >
                <option value="">{t("sheets.lampNone")}</option>
                {lampPlaces.map((at) => (
                  <option key={at} value={at}>
                    {t(`sheets.lampAt.${at}`)}
                  </option>
                ))}
              </SelectField>
              {lamp === undefined ? null : (
                <>
                  <SelectField
                    aria-label={`${t(`lamp.${id}`)}: ${t("sheets.colour")}`}
                    value={lamp.colour}
                    onChange={(event) => set({ colour: event.target.value as (typeof colours)[number] })}
                  >
                    {colours.map((colour) => (
                      <option key={colour} value={colour}>
                        {t(`sheets.colours.${colour}`)}
                      </option>
                    ))}
                  </SelectField>
                  <TextField
                    aria-label={`${t(`lamp.${id}`)}: ${t("sheets.lampShape")}`}
                    value={lamp.shape}
                    onChange={(event) => set({ shape: event.target.value })}
                  />
                  {lampLooks.map((look) => (
                    <LampSaysFields
                      key={look}
                      name={`${t(`lamp.${id}`)}, ${t(`lampRead.${look}`).toLowerCase()}`}
                      look={look}
                      says={lamp[look]}
                      onChange={(says) => set({ [look]: says })}
                    />
                  ))}
                </>
              )}
            </fieldset>
          );
        })}
      {soundIds
        .filter((id) => applies(sheet, sounds[id]))
        .map((id) => (
          <label key={id} className={row}>
            <b>{t(`sound.${id}`)}</b>
            <SelectField
              value={sheet.alarms?.[id] ?? ""}
              disabled={readOnly}
              onChange={(event) => onChange(withEntry(sheet, "alarms", id, event.target.value || undefined))}
            >
              <option value="">{t("sheets.lampNone")}</option>
              {patterns.map((pattern) => (
                <option key={pattern} value={pattern}>
                  {t(`pattern.${pattern}`)}
                </option>
              ))}
            </SelectField>
          </label>
        ))}
    </div>
  );
}

/** What the manual says of a lamp that shines one way: its sense, what to do, and on which page. */
function LampSaysFields({
  name,
  look,
  says,
  onChange,
}: {
  name: string;
  look: LampLook;
  says: SheetLampSays | undefined;
  onChange: (says: SheetLampSays | undefined) => void;
}) {
  const t = useTranslations();
  const set = (change: Partial<SheetLampSays>) =>
    onChange({ means: "", act: "tells", page: "", ...says, ...change });
  return (
    <div className="grid gap-x-4 gap-y-1 md:col-span-4 md:grid-cols-[120px_1fr_110px]">
      <span className="self-center pl-3 text-ink2">{t(`lampRead.${look}`)}</span>
      <TextField
        aria-label={`${name}: ${t("sheets.lampMeans")}`}
        placeholder={t("sheets.lampMeans")}
        value={says?.means ?? ""}
        maxLength={160}
        onChange={({ target }) => (target.value === "" ? onChange(undefined) : set({ means: target.value }))}
      />
      {says === undefined ? null : (
        <>
          <TextField
            aria-label={`${name}: ${t("sheets.page")}`}
            placeholder={t("sheets.page")}
            value={says.page}
            onChange={({ target }) => set({ page: target.value })}
          />
          <SelectField
            className="md:col-span-2 md:col-start-2"
            aria-label={`${name}: ${t("sheets.lampDo")}`}
            value={says.act}
            onChange={({ target }) => set({ act: lampActs.find((act) => act === target.value) ?? "tells" })}
          >
            {lampActs.map((act) => (
              <option key={act} value={act}>
                {t(`lampAct.${act}`)}
              </option>
            ))}
          </SelectField>
        </>
      )}
    </div>
  );
}
