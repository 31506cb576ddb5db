import { useTranslations } from "next-intl";
import { mayHave } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { choices, choicesOf } from "@/core/vocabulary/choices";
import { powersOf, tyreKinds } from "@/core/vocabulary/families";
import type { FeatureId } from "@/core/vocabulary/features";
import { Button } from "@/kit/button";
import { SelectField, TextField } from "@/kit/field";
import { withEntry } from "./draft";
import type { StepProps } from "./step";

/** How a line of a step is laid out: what it is, then its entry. */
export const row = "grid items-center gap-x-4 gap-y-1 border-b border-line py-1.5 md:grid-cols-[260px_1fr]";

/** Whose model it is, and what drives and carries it. */
export function HeadStep({ sheet, readOnly, onChange }: StepProps) {
  const t = useTranslations();
  const text = (id: "maker" | "model") => (
    <label className={row}>
      <b>{t(`sheets.${id}`)}</b>
      <TextField
        value={sheet[id]}
        disabled={readOnly}
        onChange={(event) => onChange({ ...sheet, [id]: event.target.value })}
      />
    </label>
  );
  return (
    <div>
      <p className={row}>
        <b>{t("sheets.family")}</b>
        <span>{t(`family.${sheet.family}`)}</span>
      </p>
      {text("maker")}
      {text("model")}
      <label className={row}>
        <b>{t("sheets.power")}</b>
        <SelectField
          value={sheet.power}
          disabled={readOnly}
          onChange={(event) => onChange({ ...sheet, power: event.target.value as Sheet["power"] })}
        >
          {powersOf[sheet.family].map((power) => (
            <option key={power} value={power}>
              {t(`power.${power}`)}
            </option>
          ))}
        </SelectField>
      </label>
      <label className={row}>
        <b>{t("sheets.tyres")}</b>
        <SelectField
          value={sheet.tyres}
          disabled={readOnly}
          onChange={(event) => onChange({ ...sheet, tyres: event.target.value as Sheet["tyres"] })}
        >
          {tyreKinds.map((kind) => (
            <option key={kind} value={kind}>
              {t(`tyres.${kind}`)}
            </option>
          ))}
        </SelectField>
      </label>
    </div>
  );
}

/** How a thing is built, where makers differ and the test with it. */
export function ChoicesStep({ sheet, readOnly, onChange }: StepProps) {
  const t = useTranslations();
  const asked = choicesOf(sheet.family).filter((id) => {
    const { feature } = choices[id] as { readonly feature?: FeatureId };
    return feature === undefined || mayHave(sheet, feature);
  });
  return (
    <div>
      {asked.map((id) => (
        <label key={id} className={row}>
          <b>{t(`choice.${id}`)}</b>
          <SelectField
            value={sheet.choices?.[id] ?? ""}
            disabled={readOnly}
            onChange={(event) => onChange(withEntry(sheet, "choices", id, event.target.value || undefined))}
          >
            <option value="">{t("sheets.unknownChoice")}</option>
            {choices[id].values.map((value) => (
              <option key={value} value={value}>
                {t(`choiceValue.${value}`)}
              </option>
            ))}
          </SelectField>
        </label>
      ))}
    </div>
  );
}

const stopPlaces = ["ground", "platform", "chassis", "remote"] as const;
const resets = ["pull", "twist", "lift_cover"] as const;

/** Stop buttons: how many, where, and how each resets. */
export function StopsStep({ sheet, readOnly, onChange }: StepProps) {
  const t = useTranslations();
  const set = (index: number, change: Partial<Sheet["stopButtons"][number]>) =>
    onChange({
      ...sheet,
      stopButtons: sheet.stopButtons.map((button, i) => (i === index ? { ...button, ...change } : button)),
    });
  return (
    <div>
      {sheet.stopButtons.length === 0 ? <p className="py-2">{t("sheets.noStops")}</p> : null}
      {sheet.stopButtons.map((button, index) => (
        <fieldset
          // biome-ignore lint/suspicious/noArrayIndexKey: the order is their only lasting identity while a name is typed
          key={index}
          disabled={readOnly}
          className="flex flex-wrap items-end gap-3 border-b border-line py-2"
        >
          <label className="grid flex-1 gap-1">
            {t("sheets.stopName")}
            <TextField
              value={button.id}
              onChange={(event) =>
                set(index, { id: event.target.value.toLowerCase().replace(/[^a-z]+/g, "_") })
              }
            />
          </label>
          <label className="grid flex-1 gap-1">
            {t("sheets.at")}
            <SelectField
              value={button.at}
              onChange={(event) => set(index, { at: event.target.value as (typeof stopPlaces)[number] })}
            >
              {stopPlaces.map((at) => (
                <option key={at} value={at}>
                  {t(`sheets.stopAt.${at}`)}
                </option>
              ))}
            </SelectField>
          </label>
          <label className="grid flex-1 gap-1">
            {t("sheets.resets")}
            <SelectField
              value={button.resets}
              onChange={(event) => set(index, { resets: event.target.value as (typeof resets)[number] })}
            >
              {resets.map((how) => (
                <option key={how} value={how}>
                  {t(`sheets.reset.${how}`)}
                </option>
              ))}
            </SelectField>
          </label>
          <Button
            look="small"
            onClick={() =>
              onChange({ ...sheet, stopButtons: sheet.stopButtons.filter((_, i) => i !== index) })
            }
          >
            {t("sheets.remove")}
          </Button>
        </fieldset>
      ))}
      {readOnly ? null : (
        <Button
          look="small"
          className="mt-3"
          onClick={() =>
            onChange({
              ...sheet,
              stopButtons: [
                ...sheet.stopButtons,
                {
                  id: `chassis_${"abcdefgh"[sheet.stopButtons.length] ?? "x"}`,
                  at: "chassis",
                  resets: "twist",
                },
              ],
            })
          }
        >
          {t("sheets.addStop")}
        </Button>
      )}
    </div>
  );
}
