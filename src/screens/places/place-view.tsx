"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { PlaceShown } from "@/contract/survey";
import { grounds, type Mark, type PlacePlan, placePlanSchema, terrains } from "@/core/survey/place-plan";
import { Button, buttonLook } from "@/kit/button";
import { OneOf, SelectField, TextField } from "@/kit/field";
import { Link } from "@/kit/link";
import { PlaceDrawing } from "@/kit/place/place-drawing";
import { pathThrough, scaleFor } from "@/kit/place/scale";
import { Problem } from "@/kit/problem";
import { Field } from "../ask";
import { FileButton } from "../file-button";
import { send } from "../send";
import { newId } from "../survey/draft";
import type { Measures } from "../survey/figure";
import { NumberField } from "../survey/number-field";
import type { T } from "../survey/words";
import { draftOf, type MarkDraft, MarkForm, newMark, withPoint } from "./mark-form";

const fresh: PlacePlan = {
  schema: 1,
  name: "",
  widthM: 40,
  depthM: 30,
  under: "open_sky",
  terrain: "not_known",
  ground: "not_known",
  marks: [],
};

/** One place of a site, drawn once: its size, its ground and a few marks with their figures. */
export function PlaceView({
  siteId,
  place,
  measures,
}: {
  siteId: string;
  /** Undefined: a new one. */
  place: PlaceShown | undefined;
  measures: Measures;
}) {
  const t = useTranslations() as unknown as T;
  const router = useRouter();
  const [plan, setPlan] = useState(place?.plan ?? fresh);
  const [mark, setMark] = useState<MarkDraft>();
  const [problem, setProblem] = useState("");
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  const change = (more: Partial<PlacePlan>) => {
    setPlan((was) => ({ ...was, ...more }));
    setSaid("");
  };
  const scale = scaleFor(plan.widthM, plan.depthM, 720, 620);
  const others = plan.marks.filter(({ id }) => id !== mark?.id);
  const save = async () => {
    const read = placePlanSchema.safeParse(plan);
    if (!read.success) return setProblem(read.error.issues[0]?.message ?? "");
    setBusy(true);
    const path = `/api/sites/${encodeURIComponent(siteId)}/places`;
    const answer =
      place === undefined
        ? await send<{ id: string }>(path, read.data)
        : await send<{ id?: string }>(`${path}/${place.id}`, { plan: read.data, after: place.no }, "PUT");
    setBusy(false);
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    setSaid(t("places.saved"));
    if (place === undefined && answer.data.id !== undefined)
      router.replace(`/settings/places/${answer.data.id}`);
    router.refresh();
  };
  const take = async (file: File | undefined) => {
    if (file === undefined) return;
    try {
      const read = placePlanSchema.safeParse(JSON.parse(await file.text()));
      if (!read.success) return setProblem(read.error.issues[0]?.message ?? t("places.notOne"));
      setPlan(read.data);
      setMark(undefined);
      setProblem("");
    } catch {
      setProblem(t("places.notOne"));
    }
  };
  const keep = (kept: Mark) => {
    change({ marks: [...others, kept] });
    setMark(undefined);
  };
  return (
    <div className="grid md:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
      <div className="p-3 md:border-r-2 md:border-line md:p-5">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1 className="text-[28px] leading-tight font-bold">
            {plan.name === "" ? t("places.add") : plan.name}
          </h1>
          <Link href="/settings/places" className="inline-grid min-h-[48px] place-items-center underline">
            {t("places.title")}
          </Link>
        </div>
        <div className="mt-3 border border-line">
          <PlaceDrawing
            plan={{ ...plan, marks: others }}
            scale={scale}
            words={t("places.drawWords", { name: plan.name })}
            onPoint={mark === undefined ? undefined : (at) => setMark(withPoint(mark, at))}
          >
            {mark === undefined ? null : (
              <g pointerEvents="none">
                <path
                  d={pathThrough(mark.at, scale)}
                  fill="none"
                  stroke="var(--ink)"
                  strokeWidth="4"
                  strokeLinejoin="round"
                />
                {mark.at.map(scale.px).map(({ x, y }) => (
                  <rect
                    key={`${x} ${y}`}
                    x={x - 7}
                    y={y - 7}
                    width="14"
                    height="14"
                    fill="var(--brass)"
                    stroke="var(--ink)"
                    strokeWidth="2.5"
                  />
                ))}
              </g>
            )}
          </PlaceDrawing>
        </div>
      </div>
      <div className="grid content-start gap-4 p-3 md:p-5">
        <div className="grid grid-cols-2 items-end gap-3">
          <div className="col-span-2">
            <Field words={t("places.name")}>
              <TextField
                value={plan.name}
                maxLength={80}
                onChange={({ target }) => change({ name: target.value })}
              />
            </Field>
          </div>
          <NumberField
            words={t("places.width")}
            unit="m"
            measures={measures}
            value={plan.widthM}
            onNumber={(m) => change({ widthM: Math.min(300, Math.max(2, m ?? 2)) })}
          />
          <NumberField
            words={t("places.depth")}
            unit="m"
            measures={measures}
            value={plan.depthM}
            onNumber={(m) => change({ depthM: Math.min(300, Math.max(2, m ?? 2)) })}
          />
          <NumberField
            words={t("places.yardMin")}
            unit="min"
            measures={measures}
            value={plan.yardMin}
            onNumber={(minutes) =>
              change({ yardMin: minutes === undefined ? undefined : Math.round(minutes) })
            }
          />
          <OneOf
            legend={t("places.under")}
            value={plan.under}
            options={(["open_sky", "roof"] as const).map(
              (one) => [one, t(`places.underValue.${one}`)] as const,
            )}
            onChange={(under) => change({ under })}
          />
          {plan.under === "roof" ? (
            <NumberField
              words={t("places.roofM")}
              unit="m"
              measures={measures}
              value={plan.roofM}
              onNumber={(m) => change({ roofM: m ?? null })}
            />
          ) : (
            <Field words={t("places.terrain")}>
              <SelectField
                value={plan.terrain}
                onChange={({ target }) =>
                  change({ terrain: terrains.find((one) => one === target.value) ?? "not_known" })
                }
              >
                {terrains.map((one) => (
                  <option key={one} value={one}>
                    {t(`survey.terrains.${one}`)}
                  </option>
                ))}
              </SelectField>
            </Field>
          )}
          <Field words={t("places.ground")}>
            <SelectField
              value={plan.ground}
              onChange={({ target }) =>
                change({ ground: grounds.find((one) => one === target.value) ?? "not_known" })
              }
            >
              {grounds.map((one) => (
                <option key={one} value={one}>
                  {t(`survey.grounds.${one}`)}
                </option>
              ))}
            </SelectField>
          </Field>
          <NumberField
            words={t("places.floorPointLoad")}
            hint={plan.floorPointLoadKg === undefined ? t("places.floorUnsaid") : undefined}
            unit="kg"
            measures={measures}
            value={plan.floorPointLoadKg}
            onNumber={(kg) => change({ floorPointLoadKg: kg })}
          />
        </div>
        {mark === undefined ? (
          <Button
            look="small"
            className="justify-self-start"
            disabled={plan.marks.length >= 200}
            onClick={() => setMark(newMark("power_line", newId("m", plan.marks)))}
          >
            {t("places.addMark")}
          </Button>
        ) : (
          <MarkForm
            key={mark.id}
            {...{ t, measures }}
            draft={mark}
            change={setMark}
            onKeep={keep}
            onDrop={() => {
              change({ marks: others });
              setMark(undefined);
            }}
          />
        )}
        {plan.marks.length === 0 ? null : (
          <section>
            <h2 className="text-[20px] font-bold">{t("places.marks")}</h2>
            <ul className="border-t-2 border-ink">
              {plan.marks.map((one) => (
                <li key={one.id} className="border-b border-line">
                  <button
                    type="button"
                    className="flex min-h-[48px] w-full flex-wrap items-center justify-between gap-x-4 text-left"
                    onClick={() => setMark(draftOf(one))}
                  >
                    <span className="font-semibold">{one.name}</span>
                    <span className="text-ink2">{t(`places.kinds.${one.kind}`)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )}
        <Button
          look="go"
          disabled={busy || plan.name.trim() === "" || mark !== undefined}
          onClick={() => void save()}
        >
          {t("places.save")}
        </Button>
        <Problem>{problem}</Problem>
        {said === "" ? null : (
          <p className="font-semibold" role="status">
            {said}
          </p>
        )}
        <div className="flex flex-wrap gap-3">
          <a
            className={buttonLook("small")}
            download="place.json"
            href={`data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(plan, null, 2))}`}
          >
            {t("places.export")}
          </a>
          <FileButton
            words={t("places.import")}
            accept="application/json,.json"
            onPick={(file) => void take(file)}
          />
          {place === undefined ? null : <Close siteId={siteId} place={place} t={t} />}
        </div>
      </div>
    </div>
  );
}

/** Closes a place, asked twice. */
function Close({ siteId, place, t }: { siteId: string; place: PlaceShown; t: T }) {
  const router = useRouter();
  const [sure, setSure] = useState(false);
  const [problem, setProblem] = useState("");
  const close = async () => {
    const answer = await send(`/api/sites/${encodeURIComponent(siteId)}/places/${place.id}`, {}, "DELETE");
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    router.push("/settings/places");
    router.refresh();
  };
  return (
    <>
      {sure ? <p className="w-full font-semibold">{t("places.closeSure")}</p> : null}
      <Button look="tag" onClick={() => (sure ? void close() : setSure(true))}>
        {t("places.close")}
      </Button>
      <Problem className="w-full">{problem}</Problem>
    </>
  );
}
