import type { DrillShown } from "@/contract/survey";
import { Button } from "@/kit/button";
import { CheckBox } from "@/kit/check-box";
import { TextField } from "@/kit/field";
import { Field } from "../ask";
import { day } from "../states";
import type { Readings, ReadingsPart } from "./readings-part";

/** Who on the ground brings somebody down, and when they were shown how on this unit. */
export function RescueFields({
  t,
  now,
  readings: { rescue },
  set,
  zone,
  drills,
}: ReadingsPart & { zone: string; drills: readonly DrillShown[] }) {
  const change = (more: Partial<NonNullable<Readings["rescue"]>>) =>
    rescue === undefined ? undefined : set({ rescue: { ...rescue, ...more } });
  return (
    <section className="grid gap-3 md:grid-cols-2">
      <h2 className="text-[20px] font-bold md:col-span-2">{t("survey.rescue")}</h2>
      {drills.length === 0 ? null : (
        <p className="flex flex-wrap items-center gap-3 md:col-span-2">
          {t("survey.fromDrill")}
          {drills
            .filter(({ rescuer }) => rescuer !== "")
            .map(({ id, rescuer, atMs }) => (
              <Button
                key={id}
                look="small"
                onClick={() =>
                  set({
                    rescue: {
                      withinCall: rescue?.withinCall ?? false,
                      who: rescuer,
                      shownOn: new Date(atMs).toISOString().slice(0, 10),
                    },
                  })
                }
              >
                {rescuer}, {day(atMs, zone)}
              </Button>
            ))}
        </p>
      )}
      <Field words={t("survey.rescueWho")}>
        <TextField
          value={rescue?.who ?? ""}
          maxLength={80}
          onChange={({ target }) =>
            set({
              rescue:
                target.value === ""
                  ? undefined
                  : { shownOn: null, withinCall: false, ...rescue, who: target.value },
            })
          }
        />
      </Field>
      <div className="flex items-end gap-3">
        <div className="min-w-0 flex-1">
          <Field words={t("survey.shownOn")}>
            <TextField
              type="date"
              disabled={rescue === undefined}
              value={rescue?.shownOn ?? ""}
              onChange={({ target }) => change({ shownOn: target.value === "" ? null : target.value })}
            />
          </Field>
        </div>
        <Button
          look="small"
          disabled={rescue === undefined}
          onClick={() => change({ shownOn: now().slice(0, 10) })}
        >
          {t("survey.today")}
        </Button>
      </div>
      <CheckBox checked={rescue?.withinCall === true} onCheck={(withinCall) => change({ withinCall })}>
        {t("survey.withinCall")}
      </CheckBox>
    </section>
  );
}
