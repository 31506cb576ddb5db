"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Sheet } from "@/core/sheet/sheet";
import type { FeatureId } from "@/core/vocabulary/features";
import { Button, buttonLook } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Link } from "@/kit/link";
import { send } from "../send";
import { ChoicesStep, HeadStep, StopsStep } from "./built-steps";
import { type Effect, effectOf } from "./draft";
import { Errors, type SheetError } from "./errors";
import { FiguresStep } from "./figures-step";
import { FittedStep } from "./fitted-step";
import { IntervalsStep } from "./intervals-step";
import { LiveView } from "./live-view";
import { PlacesStep } from "./places-step";
import { SignsStep } from "./signs-step";
import type { StepProps } from "./step";
import { type ClaimRow, type VersionRow, VersionsStep } from "./versions-step";

const steps = [
  "head",
  "fitted",
  "built",
  "stops",
  "signs",
  "figures",
  "intervals",
  "places",
  "versions",
] as const;
type Step = (typeof steps)[number];

interface Kept {
  readonly id: string;
  readonly version: number;
  readonly versions: readonly VersionRow[];
  readonly claims: readonly ClaimRow[];
  readonly units: readonly string[];
  /** The clock of the site it is read at, minutes ahead of UTC. */
  readonly zone: string;
}

/** A machine sheet, typed in from its manual beside the board it gives. `kept` is undefined for one not yet saved. */
export function SheetEditor({
  initial,
  kept,
  measures,
  mayEdit,
  mayConfirm,
}: {
  initial: Sheet;
  kept?: Kept;
  measures: "metric" | "imperial";
  mayEdit: boolean;
  mayConfirm: boolean;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [base, setBase] = useState({ sheet: initial, version: kept?.version });
  const [sheet, setSheet] = useState(initial);
  const [effect, setEffect] = useState<Effect>();
  // A newer version came in, by this save or another person: the draft starts from it.
  if (base.version !== kept?.version) {
    setBase({ sheet: initial, version: kept?.version });
    setSheet(initial);
    setEffect(undefined);
  }
  const [step, setStep] = useState<Step>(kept === undefined ? "head" : "fitted");
  const [note, setNote] = useState("");
  const [page, setPage] = useState("");
  const [errors, setErrors] = useState<readonly SheetError[]>([]);
  const [said, setSaid] = useState<string>();
  const [busy, setBusy] = useState(false);
  const change = (next: Sheet) => {
    setEffect(effectOf(sheet, next));
    setSheet(next);
    setSaid(undefined);
  };
  const changed = sheet !== base.sheet;
  const save = async () => {
    setBusy(true);
    const body = {
      sheet,
      from: kept?.version ?? 0,
      ...(note.trim() === "" ? {} : { note: note.trim() }),
      ...(page.trim() === "" ? {} : { page: page.trim() }),
    };
    const sent = await send<{ id: string; version: number; claims: FeatureId[]; waiting?: unknown[] }>(
      kept === undefined ? "/api/sheets" : `/api/sheets/${kept.id}`,
      body,
      kept === undefined ? "POST" : "PUT",
    );
    setBusy(false);
    if (!sent.ok) {
      setErrors(sent.errors ?? [{ path: t("sheets.title"), message: sent.detail }]);
      return;
    }
    setErrors([]);
    setNote("");
    setPage("");
    const { id, version, claims, waiting } = sent.data;
    setSaid(
      waiting !== undefined
        ? t("sheets.savedWhole", { count: waiting.length })
        : claims.length === 0
          ? t("sheets.saved", { version })
          : t("sheets.savedClaims", { version, features: claims.map((c) => t(`feature.${c}`)).join(", ") }),
    );
    if (kept === undefined) router.push(`/sheets/${id}`);
    else router.refresh();
  };
  const props: StepProps = { sheet, readOnly: !mayEdit, onChange: change };
  return (
    <div className="p-4 md:p-5">
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div>
          <Link href="/sheets" className="inline-grid min-h-[48px] place-items-center underline">
            {t("sheets.leave")}
          </Link>
          <h1 className="text-[28px] leading-none font-bold">
            {sheet.maker === "" && sheet.model === "" ? t("sheets.new") : `${sheet.maker} ${sheet.model}`}
          </h1>
          <p className="mt-1.5 text-ink2">
            {t(`family.${sheet.family}`)}
            {kept === undefined ? null : `, ${t("sheets.version", { version: kept.version })}`}
            {kept === undefined || kept.units.length === 0
              ? null
              : `. ${t("sheets.unitsOf")}: ${kept.units.join(", ")}`}
          </p>
        </div>
        {kept === undefined ? null : (
          <div className="flex flex-wrap gap-3">
            <a href={`/api/sheets/${kept.id}/export`} className={buttonLook("small")}>
              {t("sheets.jsonOut")}
            </a>
            <a href={`/api/sheets/${kept.id}/figures`} className={buttonLook("small")}>
              {t("sheets.csvOut")}
            </a>
          </div>
        )}
      </div>
      <nav aria-label={t("sheets.title")} className="mt-4 flex flex-wrap gap-x-1 border-b-2 border-ink">
        {steps
          .filter((s) => s !== "versions" || kept !== undefined)
          .map((s) => (
            <button
              key={s}
              type="button"
              aria-current={s === step ? "step" : undefined}
              onClick={() => setStep(s)}
              className={`min-h-[48px] px-3.5 ${s === step ? "bg-ink font-bold text-chalk" : "text-ink2"}`}
            >
              {t(`sheets.steps.${s}`)}
              {s === "versions" && (kept?.claims.length ?? 0) > 0 ? ` (${kept?.claims.length})` : ""}
            </button>
          ))}
      </nav>
      <div className="mt-4 grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(380px,460px)]">
        <section aria-label={t(`sheets.steps.${step}`)} className="min-w-0">
          {step === "head" ? <HeadStep {...props} /> : null}
          {step === "fitted" ? (
            <FittedStep
              {...props}
              waiting={(kept?.claims ?? []).flatMap((c) => (c.feature === null ? [] : [c.feature]))}
            />
          ) : null}
          {step === "built" ? <ChoicesStep {...props} /> : null}
          {step === "stops" ? <StopsStep {...props} /> : null}
          {step === "signs" ? <SignsStep {...props} /> : null}
          {step === "figures" ? <FiguresStep {...props} measures={measures} /> : null}
          {step === "intervals" ? <IntervalsStep {...props} /> : null}
          {step === "places" ? <PlacesStep {...props} /> : null}
          {step === "versions" && kept !== undefined ? (
            <VersionsStep
              versions={kept.versions}
              claims={kept.claims}
              mayConfirm={mayConfirm}
              mayEdit={mayEdit}
              zone={kept.zone}
            />
          ) : null}
        </section>
        <div className="grid content-start gap-4 lg:sticky lg:top-4 lg:max-h-[calc(100dvh-32px)] lg:overflow-y-auto">
          {mayEdit ? (
            <div className="border-[2.5px] border-ink p-3">
              {changed ? (
                <label className="mb-2 grid gap-1">
                  {t("sheets.note")}
                  <TextField value={note} maxLength={400} onChange={(event) => setNote(event.target.value)} />
                </label>
              ) : null}
              {changed && kept !== undefined ? (
                <label className="mb-2 grid gap-1">
                  {t("sheets.pageFor")}
                  <TextField value={page} maxLength={80} onChange={(event) => setPage(event.target.value)} />
                </label>
              ) : null}
              <Button
                look={changed ? "go" : "asleep"}
                disabled={!changed || busy}
                onClick={() => void save()}
                className="w-full"
              >
                {kept === undefined ? t("sheets.create") : t("sheets.save", { version: kept.version + 1 })}
              </Button>
              <p aria-live="polite" className="mt-1.5">
                {said ?? (changed ? t("sheets.unsaved") : "")}
              </p>
              <Errors errors={errors} />
            </div>
          ) : (
            <p className="text-ink2">{t("sheets.readOnly")}</p>
          )}
          <LiveView sheet={sheet} effect={effect} />
        </div>
      </div>
    </div>
  );
}
