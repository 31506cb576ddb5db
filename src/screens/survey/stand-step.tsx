import { useState } from "react";
import type { Stand } from "@/core/survey/job";
import { grounds } from "@/core/survey/place-plan";
import type { SpotFound } from "@/core/survey/spots";
import { Button } from "@/kit/button";
import { CheckBox, withOne } from "@/kit/check-box";
import { SelectField } from "@/kit/field";
import { Field } from "../ask";
import { clock } from "../states";
import { DeviceLevel } from "./device-level";
import { type SurveyDraft, withSpot, withStand } from "./draft";
import type { Measures } from "./figure";
import { SlopeField, type SlopeReadAs, SlopeWay } from "./slope-field";
import { facingWords, spotLetter, type T } from "./words";

/** Where the machine stands, what is done from there, and what was read there; or the best spot, searched. */
export function StandStep({
  t,
  draft,
  measures,
  stand: index,
  zone,
  now,
  found,
  tests,
  onStand,
  onFind,
  change,
}: {
  t: T;
  draft: SurveyDraft;
  measures: Measures;
  stand: number;
  zone: string;
  now: () => string;
  found: readonly SpotFound[] | "searching" | undefined;
  /** Of a test area: one spot, and nothing is done from it. */
  tests: boolean;
  onStand: (index: number) => void;
  onFind: () => void;
  change: (draft: SurveyDraft) => void;
}) {
  const { stands, job } = draft.given;
  const stand = stands[index];
  if (stand === undefined) return null;
  const set = (more: Parameters<typeof withStand>[2]) => change(withStand(draft, index, more));
  const level = stand.level;
  return (
    <div className="grid gap-4">
      {tests ? null : (
        <div className="flex flex-wrap gap-2">
          {stands.map((_, i) => (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: spots go by their turn
              key={i}
              type="button"
              aria-pressed={i === index}
              className="min-h-[48px] border-2 border-ink px-3 font-semibold aria-pressed:bg-ink aria-pressed:text-chalk"
              onClick={() => onStand(i)}
            >
              {t("survey.spot", { n: spotLetter(i) })}
            </button>
          ))}
          <Button
            look="small"
            disabled={stands.length >= 12}
            onClick={() => {
              change({
                ...draft,
                given: { ...draft.given, stands: [...stands, { spot: stand.spot, positions: [] }] },
              });
              onStand(stands.length);
            }}
          >
            {t("survey.addSpot")}
          </Button>
          {stands.length > 1 ? (
            <Button
              look="small"
              onClick={() => {
                change({ ...draft, given: { ...draft.given, stands: stands.filter((_, i) => i !== index) } });
                onStand(Math.max(0, index - 1));
              }}
            >
              {t("survey.remove")}
            </Button>
          ) : null}
        </div>
      )}
      <p className="text-ink2">{t(tests ? "survey.spotTests" : "survey.spotHelp")}</p>
      {tests ? null : (
        <Button look={found === undefined ? "go" : "plain"} disabled={found === "searching"} onClick={onFind}>
          {t(found === "searching" ? "survey.finding" : "survey.find")}
        </Button>
      )}
      {found === undefined || found === "searching" ? null : found.length === 0 ? (
        <p className="border-[2.5px] border-ink p-3 font-semibold">{t("survey.noSpot")}</p>
      ) : (
        <ul className="grid gap-2">
          {found.map((one, i) => (
            <li key={`${one.spot.at.x} ${one.spot.at.y}`} className="border-[2.5px] border-ink p-3">
              <p>
                <b>{t(i === 0 ? "survey.best" : "survey.second")}:</b>{" "}
                {t("survey.found", {
                  x: one.spot.at.x,
                  y: one.spot.at.y,
                  facing: facingWords(t, one.spot.facingDeg),
                  serves: one.serves.length,
                  all: stand.positions.length,
                  margin: `${one.marginM} m`,
                })}
              </p>
              <Button look="small" className="mt-2" onClick={() => change(withSpot(draft, index, one.spot))}>
                {t("survey.use")}
              </Button>
            </li>
          ))}
        </ul>
      )}
      <Field words={t("survey.facing")}>
        <SelectField
          value={`${(Math.round(stand.spot.facingDeg / 45) * 45) % 360}`}
          onChange={({ target }) =>
            change(withSpot(draft, index, { ...stand.spot, facingDeg: Number(target.value) }))
          }
        >
          {[0, 45, 90, 135, 180, 225, 270, 315].map((deg) => (
            <option key={deg} value={deg}>
              {facingWords(t, deg)}
            </option>
          ))}
        </SelectField>
      </Field>
      {tests ? null : (
        <fieldset>
          <legend className="font-semibold">{t("survey.serves")}</legend>
          {job.positions.map((work, i) => (
            <CheckBox
              key={work.id}
              checked={stand.positions.includes(work.id)}
              onCheck={(has) => set({ positions: [...withOne(stand.positions, work.id, has)] })}
            >
              {i + 1}. {work.name}
            </CheckBox>
          ))}
        </fieldset>
      )}
      <LevelFields
        key={`${index} ${stand.spot.at.x} ${stand.spot.at.y}`}
        {...{ t, measures, zone, now, level }}
        onLevel={(read) => set({ level: read })}
      />
      <Field words={t("survey.ground")}>
        <SelectField
          value={stand.ground ?? ""}
          onChange={({ target }) => set({ ground: grounds.find((one) => one === target.value) })}
        >
          <option value="">{t("survey.asDrawn")}</option>
          {grounds.map((ground) => (
            <option key={ground} value={ground}>
              {t(`survey.grounds.${ground}`)}
            </option>
          ))}
        </SelectField>
      </Field>
    </div>
  );
}

/** The level along and across: both must be read before either counts. */
function LevelFields({
  t,
  measures,
  zone,
  now,
  level,
  onLevel,
}: {
  t: T;
  measures: Measures;
  zone: string;
  now: () => string;
  level: Stand["level"];
  onLevel: (level: Stand["level"]) => void;
}) {
  const [by, setBy] = useState<SlopeReadAs>("deg");
  const [along, setAlong] = useState(level?.alongDeg);
  const [across, setAcross] = useState(level?.acrossDeg);
  const take = (alongDeg: number | undefined, acrossDeg: number | undefined) => {
    setAlong(alongDeg);
    setAcross(acrossDeg);
    onLevel(
      alongDeg === undefined || acrossDeg === undefined ? undefined : { alongDeg, acrossDeg, at: now() },
    );
  };
  return (
    <fieldset className="grid gap-3">
      <legend className="font-semibold">
        {t("survey.level")}
        {level === undefined ? "" : `, ${t("survey.readAt", { time: clock(Date.parse(level.at), zone) })}`}
      </legend>
      <p>{t("survey.yardCaution.slope")}</p>
      <SlopeWay t={t} by={by} onPick={setBy} />
      <div className="grid gap-3 md:grid-cols-2">
        <SlopeField
          {...{ t, by, measures }}
          words={t("survey.along")}
          value={along}
          onDegrees={(deg) => take(deg, across)}
        />
        <SlopeField
          {...{ t, by, measures }}
          words={t("survey.across")}
          value={across}
          onDegrees={(deg) => take(along, deg)}
        />
      </div>
      <DeviceLevel t={t} onLevel={(read) => take(read.alongDeg, read.acrossDeg)} />
    </fieldset>
  );
}
