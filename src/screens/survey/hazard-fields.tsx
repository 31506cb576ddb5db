import { dealtWith, type Hazard, hazardKinds } from "@/core/survey/job";
import { Button } from "@/kit/button";
import { SelectField, TextField } from "@/kit/field";
import { Field } from "../ask";
import { newId } from "./draft";
import { HazardPicture } from "./hazard-picture";
import type { T } from "./words";

/** What else is seen: identified, told, removed, kept away from, or worked with under a limit. */
export function HazardFields({
  t,
  name,
  hazards,
  set,
}: {
  t: T;
  name: string;
  hazards: readonly Hazard[];
  set: (hazards: Hazard[]) => void;
}) {
  const change = (id: string, more: Partial<Hazard>) =>
    set(hazards.map((one) => (one.id === id ? { ...one, ...more } : one)));
  return (
    <section>
      <h2 className="text-[20px] font-bold">{t("survey.hazards")}</h2>
      <p className="text-ink2">{t("survey.hazardsHelp")}</p>
      <ul>
        {hazards.map((hazard) => (
          <li key={hazard.id} className="grid gap-3 border-b border-line py-3 md:grid-cols-2">
            <Field words={t("survey.hazards")}>
              <SelectField
                value={hazard.what}
                onChange={({ target }) => change(hazard.id, { what: target.value as Hazard["what"] })}
              >
                {hazardKinds.map((kind) => (
                  <option key={kind} value={kind}>
                    {t(`survey.hazard.${kind}`)}
                  </option>
                ))}
              </SelectField>
            </Field>
            <Field words={t("survey.where")}>
              <TextField
                value={hazard.where ?? ""}
                maxLength={120}
                onChange={({ target }) =>
                  change(hazard.id, { where: target.value === "" ? undefined : target.value })
                }
              />
            </Field>
            <Field words={t("survey.did")}>
              <SelectField
                value={hazard.did}
                onChange={({ target }) => change(hazard.id, { did: target.value as Hazard["did"] })}
              >
                {dealtWith.map((did) => (
                  <option key={did} value={did}>
                    {t(`survey.dids.${did}`)}
                  </option>
                ))}
              </SelectField>
            </Field>
            {hazard.did === "limited" ? (
              <Field words={t("survey.limitWords")}>
                <TextField
                  value={hazard.limit ?? ""}
                  maxLength={160}
                  onChange={({ target }) =>
                    change(hazard.id, { limit: target.value === "" ? undefined : target.value })
                  }
                />
              </Field>
            ) : (
              <Field words={t("survey.told")}>
                <TextField
                  value={hazard.told ?? ""}
                  maxLength={120}
                  onChange={({ target }) =>
                    change(hazard.id, { told: target.value === "" ? undefined : target.value })
                  }
                />
              </Field>
            )}
            <HazardPicture
              t={t}
              hash={hazard.picture}
              onPicture={(picture) => change(hazard.id, { picture })}
            />
            <Button
              look="small"
              className="justify-self-start"
              onClick={() => set(hazards.filter(({ id }) => id !== hazard.id))}
            >
              {t("survey.remove")}
            </Button>
          </li>
        ))}
      </ul>
      <Button
        look="small"
        className="mt-3"
        disabled={hazards.length >= 40}
        onClick={() =>
          set([...hazards, { id: newId("h", hazards), what: "holes", did: "identified", by: name }])
        }
      >
        {t("survey.addHazard")}
      </Button>
    </section>
  );
}
